import { Glossary } from '../../glossary/index.js';
import type { Moment, RecognitionRow } from '../../moment/index.js';
import { sheetOf } from '../../moment/index.js';
import { cryptTableText, mountFields } from '../../mounting/index.js';
import type { Planned } from '../../plan/index.js';
import { sectionSvg } from '../../section/index.js';
import { message, textIn, type Catalogue } from '../../words/index.js';
import { runbookFor, type Runbook, type RunbookPhase } from '../runbook.js';
import { PAGE_SECTION, phaseSection } from '../section.js';
import { aboutSays, daySays, pointSays, type RunbookTitle } from '../title.js';
import type { Block, ListBlock, Section, TableBlock, TextBlock } from './block.js';
import { Says } from './says.js';
import { findBlock, listedBlock, scriptBlock, stepBlock } from './steps.js';

const text = (said: string, tone: TextBlock['tone'] = 'plain'): TextBlock => ({
  is: 'text',
  tone,
  head: null,
  text: said,
});

const list = (items: readonly string[], tone: ListBlock['tone'], head: string | null = null): ListBlock[] =>
  items.length > 0 ? [{ is: 'list', tone, head, items }] : [];

const section = (
  kind: Section['kind'],
  head: string | null,
  blocks: readonly Block[],
  mark: string | null = null,
): Section => ({ is: 'section', kind, head, mark, blocks });

const table = (heads: readonly string[], rows: TableBlock['rows']): TableBlock => ({
  is: 'table',
  head: null,
  about: null,
  heads,
  rows,
});

/** The whole runbook, without what its words mean. */
export function wholePage(catalogue: Catalogue, runbook: Runbook, title: RunbookTitle): Block[] {
  const says = new Says(catalogue);
  const day = daySays(runbook);
  const { refusal } = runbook;
  return [
    text(says.said(aboutSays(runbook, title, says.said))),
    ...(day ? [text(says.said(day))] : []),
    ...(title.point ? [text(says.said(pointSays(title.point)))] : []),
    ...cover(says, runbook),
    ...list(title.blockers, 'box', says.say('page.blocked', null)),
    ...list(title.hazards, 'soft-box', says.say('page.at-risk', null)),
    text(says.say('page.continued', null), 'note'),
    ...(refusal ? [text(says.said(refusal), 'error')] : []),
    ...runbook.phases.map((p) => phase(says, p)),
    section('sheet', says.say('page.sheet', null), [
      text(says.say('page.sheet-about', null)),
      sheet(says, runbook.sheet),
    ]),
    ...starting(says, runbook),
    ...mounts(says, runbook),
    ...wayBack(says, runbook),
  ];
}

/** Only what is listed where: a table for every environment in which a line is picked, and the disk at the end. */
export function sheetsPage(catalogue: Catalogue, runbook: Runbook): Block[] {
  const says = new Says(catalogue);
  return [
    ...runbook.phases.flatMap((p) =>
      p.sheet ? [section('sheet', says.said(p.title), [listedBlock(says, p.sheet)])] : [],
    ),
    section('sheet', says.say('page.sheet', null), [sheet(says, runbook.sheet)]),
  ];
}

/** The disk at a moment, as it is listed where the next step is done, and that step. */
export function momentPage(catalogue: Catalogue, planned: Planned, moment: Moment): Block[] {
  const says = new Says(catalogue);
  const steps = runbookFor(planned).phases.flatMap((p) => p.steps);
  const next = steps[moment.after];
  const place = {
    environment: next?.step.environment ?? ({ kind: 'live' } as const),
    steps: next ? [next.step] : [],
  };
  return [
    section('phase', says.say('page.moment', { done: moment.after, of: steps.length }), [
      listedBlock(says, sheetOf(planned, place, moment)),
      ...(next ? [stepBlock(says, next)] : []),
    ]),
  ];
}

/** What the trade terms in a text mean. */
export function termsPage(catalogue: Catalogue, body: string): Block[] {
  const terms = new Glossary(catalogue).termsIn(body);
  const entries = terms.map(({ names, means }) => ({ name: names[0]!, means }));
  return terms.length === 0
    ? []
    : [section('terms', new Says(catalogue).say('page.terms', null), [{ is: 'terms', terms: entries }])];
}

/** The two disks, and what cannot be undone: all that is at stake, at a glance. */
function cover(says: Says, { planned, losses, phases }: Runbook): Block[] {
  if (phases.length === 0) return [];
  const svg = sectionSvg(says.catalogue, planned, PAGE_SECTION);
  return [section('cover', null, [{ is: 'drawing', beside: false, svg }, ...lost(says, losses, true)])];
}

const lost = (says: Says, losses: Runbook['losses'], headed: boolean): Block[] =>
  losses.length > 0
    ? list(losses.map(says.said), 'plain', headed ? says.say('page.lost', null) : null)
    : [text(says.say('page.all-undone', null))];

/** The disk is drawn again where it is not as it was when the place before was entered. */
function phase(says: Says, p: RunbookPhase): Section {
  const drawing = () => sectionSvg(says.catalogue, p.disk, phaseSection(p.steps[0]!.number));
  return section(
    'phase',
    says.said(p.title),
    [
      text(says.said(p.note), 'note'),
      ...(p.drawnAgain ? [{ is: 'drawing', beside: true, svg: drawing() } as const] : []),
      ...findBlock(says, p),
      ...scriptBlock(says, p),
      ...(p.sheet ? [listedBlock(says, p.sheet)] : []),
      ...p.steps.map((s) => stepBlock(says, s)),
    ],
    p.restart ? says.say('page.restart', null) : null,
  );
}

const sheet = (says: Says, rows: readonly RecognitionRow[]): TableBlock =>
  table(
    says.said(message('page.sheet-heads')),
    rows.map((row) => ({
      cells: [
        row.order > 0 ? String(row.order) : '',
        row.device,
        textIn(says.catalogue, row.title),
        row.binary,
        row.decimal,
        textIn(says.catalogue, row.content),
        row.label,
        row.typeName,
      ],
      marks: [row.kind, row.instruction],
    })),
  );

const plainRow = (cells: readonly string[]) => ({ cells, marks: [] });

function starting(says: Says, { starts }: Runbook): Section[] {
  if (starts.length === 0) return [];
  const rows = starts.map(({ system, reached, onUpdate, restore }) =>
    plainRow([system.name, says.said(reached), says.said(onUpdate), says.said(restore)]),
  );
  return [
    section('sheet', says.say('page.boot', null), [table(says.said(message('page.boot-heads')), rows)]),
  ];
}

function mounts(says: Says, { mounts: all }: Runbook): Section[] {
  if (all.length === 0) return [];
  const parts = all.map(({ system, byInstaller, table: wanted, present }) =>
    section('part', system.name, [
      text(says.say('page.mounts-about', { byInstaller }), 'note'),
      table(
        says.said(message('page.mounts-heads')),
        wanted.lines.map((l) => plainRow([...mountFields(l), says.said(l.why)])),
      ),
      ...(wanted.crypt.length > 0
        ? [text('/etc/crypttab:'), { is: 'typed', lines: cryptTableText(wanted).split('\n') } as const]
        : []),
      ...(present?.length
        ? [
            text(says.say('page.mounts-present', null)),
            ...list(
              present.map((fault) => says.said(fault.says)),
              'plain',
            ),
          ]
        : []),
    ]),
  );
  return [section('flows', says.say('page.mounts', null), parts)];
}

function wayBack(says: Says, { back, losses }: Runbook): Section[] {
  if (back.length === 0) return [];
  const items = back.map(({ title, where, undoes, exposure }) =>
    [
      `${says.said(title)} (${says.say('page.undoes', { where: says.said(where), step: undoes })})`,
      ...(exposure ? [says.said(exposure)] : []),
    ].join('. '),
  );
  return [
    section('sheet', says.say('page.way-back', null), [
      text(says.say('page.way-back-about', null)),
      ...lost(says, losses, false),
      ...list(items, 'ordered'),
    ]),
  ];
}
