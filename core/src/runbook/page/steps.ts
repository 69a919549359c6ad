import type { Sheet as Listed } from '../../moment/index.js';
import { listedCells, listedHeads } from '../listed.js';
import type { RunbookPhase, RunbookStep } from '../runbook.js';
import type { Typed } from '../typed.js';
import { fileLine, message, textIn, type StepText } from '../../words/index.js';
import type { Block, FindBlock, ListBlock, StepBlock, TableBlock, TextBlock } from './block.js';
import type { Says } from './says.js';

const text = (
  tone: TextBlock['tone'],
  head: string | null,
  said: string | null | undefined | false,
): TextBlock[] => (said ? [{ is: 'text', tone, head, text: said }] : []);

const list = (tone: ListBlock['tone'], head: string | null, items: readonly string[]): ListBlock[] =>
  items.length > 0 ? [{ is: 'list', tone, head, items }] : [];

/** A step with what to do, what to type, what to see before going on, and what to beware of. */
export function stepBlock(says: Says, s: RunbookStep): StepBlock {
  return {
    is: 'step',
    id: s.id,
    number: s.number,
    title: says.said(s.says).title,
    time: s.time && says.said(s.time),
    done: s.done,
    blocks: [
      ...bodyBlocks(says, s),
      ...text(
        'danger',
        says.say('page.noted', null),
        s.record && says.said(message('page.record', s.record)),
      ),
    ],
  };
}

/** What stands under the title of a step. */
export const bodyBlocks = (says: Says, s: RunbookStep): Block[] => [
  ...doing(says, says.said(s.says), s.typed),
  ...text('danger', says.say('page.exposed', null), s.exposure && says.said(s.exposure)),
];

function doing(says: Says, { actions, lines, checks, warning }: StepText, typed: readonly Typed[]): Block[] {
  return [
    ...list('plain', null, actions),
    ...linesBlock(lines.flatMap(fileLine)),
    ...typed.flatMap((t) => typedBlocks(says, t)),
    ...list('check', says.say('page.continue', null), checks),
    ...text('danger', says.say('page.watch-out', null), warning),
  ];
}

const linesBlock = (lines: readonly string[]): Block[] => (lines.length > 0 ? [{ is: 'typed', lines }] : []);

const TONES: Readonly<Record<Typed['role'], TextBlock['tone']>> = {
  guard: 'guard',
  act: 'guard',
  proof: 'guard',
  script: 'note',
};

const headOf = (says: Says, role: Typed['role']): string | null =>
  role === 'guard'
    ? says.say('page.look-first', null)
    : role === 'proof'
      ? says.say('page.look-then', null)
      : null;

/** What is typed, behind what is said of it. */
const typedBlocks = (says: Says, typed: Typed): Block[] => [
  ...text(TONES[typed.role], headOf(says, typed.role), typed.says && says.said(typed.says)),
  ...linesBlock(typed.lines),
];

/** The disk is found before anything else. */
export function findBlock(says: Says, { find }: RunbookPhase): FindBlock[] {
  if (!find) return [];
  const said = says.said(find.says);
  return [{ is: 'find', title: said.title, blocks: doing(says, said, [find.typed]) }];
}

/** The phase as a script, for whoever would rather not type it. */
export function scriptBlock(says: Says, { script }: RunbookPhase): FindBlock[] {
  if (!script) return [];
  const said = says.said(script.says);
  return [{ is: 'find', title: said.title, blocks: doing(says, said, [script.typed]) }];
}

/** The disk as it is listed in one environment. */
export const listedBlock = (says: Says, { listing, rows }: Listed): TableBlock => ({
  is: 'table',
  head: says.say('page.listed', null),
  about: says.say('page.listed-about', { listing }),
  heads: says.said(listedHeads(listing)),
  rows: rows.map((row) => ({
    cells: listedCells(listing, row).map((cell) => textIn(says.catalogue, cell)),
    marks: [row.kind, row.instruction],
  })),
});
