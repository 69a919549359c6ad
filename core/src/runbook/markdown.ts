import { Glossary, type Term } from '../glossary/index.js';
import { sheetOf, type Moment, type RecognitionRow, type Sheet as Listed } from '../moment/index.js';
import { cryptTableText, mountFields } from '../mounting/index.js';
import type { Planned } from '../plan/index.js';
import { listedCells, listedHeads } from './listed.js';
import { fileLine, message, sayIn, textIn, type Catalogue, type Code, type Message } from '../words/index.js';
import { runbookFor, type Runbook, type RunbookPhase, type RunbookStep } from './runbook.js';
import { aboutSays, daySays, pointSays, type RunbookTitle } from './title.js';

/** The runbook as Markdown (CommonMark, with tables): the same sentences as on the page and the screen. */
export function runbookMarkdown(catalogue: Catalogue, runbook: Runbook, title: RunbookTitle): string {
  return new Sheet(catalogue).whole(runbook, title);
}

/** Only what is listed where: a table for every environment in which a line is picked, and the disk at the end. */
export function sheetsMarkdown(catalogue: Catalogue, runbook: Runbook): string {
  return new Sheet(catalogue).sheets(runbook);
}

/** The disk at a moment, as a Linux lists it, and the step that comes next. */
export function momentMarkdown(catalogue: Catalogue, planned: Planned, moment: Moment): string {
  return new Sheet(catalogue).moment(planned, moment);
}

/** A text within a line: what would begin a structure of Markdown stands as it is. */
export const plainMarkdown = (value: string): string => value.replace(/[\\`*_[\]<>|#]/g, (c) => `\\${c}`);

class Sheet {
  constructor(private readonly catalogue: Catalogue) {}

  whole(runbook: Runbook, title: RunbookTitle): string {
    const { refusal } = runbook;
    const about = plainMarkdown(this.said(aboutSays(runbook, title, (time) => this.said(time))));
    const body = [
      `# ${plainMarkdown(title.machine)}`,
      about,
      ...this.day(runbook),
      ...(title.point ? [plainMarkdown(this.said(pointSays(title.point)))] : []),
      ...this.warnings('page.blocked', title.blockers),
      ...this.warnings('page.at-risk', title.hazards),
      ...(refusal ? [plainMarkdown(this.said(refusal))] : []),
      this.say('page.continued', null),
      ...runbook.phases.flatMap((phase) => this.phase(phase)),
      `## ${this.say('page.sheet', null)}`,
      this.say('page.sheet-about', null),
      this.sheet(runbook.sheet),
      ...this.starting(runbook),
      ...this.mounts(runbook),
      ...this.wayBack(runbook),
    ].join('\n\n');
    return [body, ...this.terms(body)].join('\n\n').concat('\n');
  }

  /** What the trade terms in all of that mean. */
  private terms(body: string): string[] {
    const terms = new Glossary(this.catalogue).termsIn(body);
    const entry = ({ names, means }: Term) => `- **${plainMarkdown(names[0]!)}**: ${plainMarkdown(means)}`;
    return terms.length === 0 ? [] : [`## ${this.say('page.terms', null)}`, terms.map(entry).join('\n')];
  }

  sheets(runbook: Runbook): string {
    return [
      ...runbook.phases.flatMap(({ title, sheet }) =>
        sheet ? [`## ${plainMarkdown(this.said(title))}`, ...this.listed(sheet)] : [],
      ),
      `## ${this.say('page.sheet', null)}`,
      this.sheet(runbook.sheet),
    ]
      .join('\n\n')
      .concat('\n');
  }

  moment(planned: Planned, moment: Moment): string {
    const steps = runbookFor(planned).phases.flatMap((phase) => phase.steps);
    const next = steps[moment.after];
    const about = next ? [next.step] : [];
    const sheet = sheetOf(
      planned,
      { environment: next?.step.environment ?? { kind: 'live' }, steps: about },
      moment,
    );
    return [
      `## ${this.say('page.moment', { done: moment.after, of: steps.length })}`,
      ...this.listed(sheet),
      ...(next ? [this.step(next)] : []),
    ]
      .join('\n\n')
      .concat('\n');
  }

  private say<C extends Code>(code: C, params: Message<C>['with']): string {
    return plainMarkdown(String(sayIn(this.catalogue, { code, with: params })));
  }

  private said<C extends Code>(said: Message<C>) {
    return sayIn(this.catalogue, said);
  }

  private day(runbook: Runbook): string[] {
    const day = daySays(runbook);
    return day ? [plainMarkdown(this.said(day))] : [];
  }

  private warnings(head: 'page.blocked' | 'page.at-risk', titles: readonly string[]): string[] {
    return titles.length === 0 ? [] : [`**${this.say(head, null)}**`, list(titles)];
  }

  private phase(phase: RunbookPhase): string[] {
    const restart = phase.restart ? ` (${this.say('page.restart', null)})` : '';
    return [
      `## ${plainMarkdown(this.said(phase.title))}${restart}`,
      plainMarkdown(this.said(phase.note)),
      ...(phase.find ? [this.find(phase.find)] : []),
      ...(phase.sheet ? this.listed(phase.sheet) : []),
      ...phase.steps.map((step) => this.step(step)),
    ];
  }

  /** The disk is found before anything else. */
  private find({ says, lines }: NonNullable<RunbookPhase['find']>): string {
    const said = this.said(says);
    return [
      `**${plainMarkdown(said.title)}**`,
      '',
      ...said.actions.map((action) => `- ${plainMarkdown(action)}`),
      ...typedBlock(lines, ''),
      `- **${this.say('page.continue', null)}**`,
      ...said.checks.map((check) => `  - ${plainMarkdown(check)}`),
      `- **${this.say('page.watch-out', null)}** ${plainMarkdown(said.warning ?? '')}`,
    ].join('\n');
  }

  private listed({ listing, rows }: Listed): string[] {
    return [
      `**${this.say('page.listed', null)}** ${this.say('page.listed-about', { listing })}`,
      table(
        this.said(listedHeads(listing)),
        rows.map((row) => listedCells(listing, row).map((cell) => textIn(this.catalogue, cell))),
      ),
    ];
  }

  private step(s: RunbookStep): string {
    const { title, actions, lines, checks, warning } = this.said(s.says);
    const time = s.time ? ` (${plainMarkdown(this.said(s.time))})` : '';
    const note = (head: 'page.watch-out' | 'page.exposed' | 'page.noted', said: string | null) =>
      said === null ? [] : [`   - **${this.say(head, null)}** ${plainMarkdown(said)}`];
    return [
      `${s.number}. [${s.done ? 'x' : ' '}] **${plainMarkdown(title)}**${time}`,
      ...actions.map((action) => `   - ${plainMarkdown(action)}`),
      ...typedBlock(lines.flatMap(fileLine), '   '),
      ...(s.guard ? [`   - ${plainMarkdown(this.said(s.guard))}`] : []),
      ...typedBlock(s.lines, '   '),
      `   - **${this.say('page.continue', null)}**`,
      ...checks.map((check) => `     - ${plainMarkdown(check)}`),
      ...note('page.watch-out', warning),
      ...note('page.exposed', s.exposure && this.said(s.exposure)),
      ...note('page.noted', s.record && this.said(message('page.record', s.record))),
    ].join('\n');
  }

  private sheet(rows: readonly RecognitionRow[]): string {
    return table(
      this.said(message('page.sheet-heads')),
      rows.map((row) => [
        row.order > 0 ? String(row.order) : '',
        row.device,
        textIn(this.catalogue, row.title),
        row.binary,
        row.decimal,
        textIn(this.catalogue, row.content),
        row.label,
        row.typeName,
      ]),
    );
  }

  private starting({ starts }: Runbook): string[] {
    if (starts.length === 0) return [];
    const rows = starts.map(({ system, reached, onUpdate, restore }) => [
      system.name,
      this.said(reached),
      this.said(onUpdate),
      this.said(restore),
    ]);
    return [`## ${this.say('page.boot', null)}`, table(this.said(message('page.boot-heads')), rows)];
  }

  private mounts({ mounts }: Runbook): string[] {
    if (mounts.length === 0) return [];
    return [
      `## ${this.say('page.mounts', null)}`,
      ...mounts.flatMap(({ system, byInstaller, table: wanted, present }) => [
        `### ${plainMarkdown(system.name)}`,
        this.say('page.mounts-about', { byInstaller }),
        table(
          this.said(message('page.mounts-heads')),
          wanted.lines.map((l) => [...mountFields(l), this.said(l.why)]),
        ),
        ...(wanted.crypt.length > 0 ? [`/etc/crypttab:\n\n    ${cryptTableText(wanted)}`] : []),
        ...(present?.length
          ? [this.say('page.mounts-present', null), list(present.map((f) => this.said(f.says)))]
          : []),
      ]),
    ];
  }

  private wayBack({ back, losses }: Runbook): string[] {
    if (back.length === 0) return [];
    const item = ({ title, where, undoes }: Runbook['back'][number], i: number) =>
      `${i + 1}. ${plainMarkdown(this.said(title))} (${this.say('page.undoes', { where: this.said(where), step: undoes })})`;
    return [
      `## ${this.say('page.way-back', null)}`,
      this.say('page.way-back-about', null),
      losses.length > 0 ? list(losses.map((l) => this.said(l))) : this.say('page.all-undone', null),
      back.map(item).join('\n'),
    ];
  }
}

/** What is typed, as it stands: a fenced block (CommonMark §4.5), which nothing in its lines can close. */
export function typedBlock(lines: readonly string[], indent: string): string[] {
  if (lines.length === 0) return [];
  const fence = lines.some((line) => line.includes('```')) ? '~~~~' : '```';
  return ['', fence, ...lines, fence, ''].map((line) => (line === '' ? '' : `${indent}${line}`));
}

const list = (items: readonly string[]): string => items.map((item) => `- ${plainMarkdown(item)}`).join('\n');

function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const row = (cells: readonly string[]) => `| ${cells.map(plainMarkdown).join(' | ')} |`;
  return [row(heads), `|${' --- |'.repeat(heads.length)}`, ...rows.map(row)].join('\n');
}
