import type { Around, Deed } from '../deed/index.js';
import { momentsOf, type Moment } from '../moment/index.js';
import { layoutAt } from '../practice/index.js';
import type { Runbook, RunbookPhase, RunbookStep } from '../runbook/index.js';
import { journalName } from '../standing/index.js';
import { sayIn, type Catalogue } from '../words/index.js';
import { KIB } from '../quantity/index.js';
import { MOUNT, shellWord } from '../volume/index.js';
import { linesOf, toolsOf } from './acts.js';
import { LIBRARY } from './library/index.js';
import { tableLines } from './table.js';

/** A phase in a live session as one script for its shell. */
export interface PhaseScript {
  /** Of the file, without a folder: `phase-3.sh`. */
  readonly name: string;
  /** Counted from 1 through the procedure. */
  readonly phase: number;
  readonly text: string;
  /** Ids of its steps, in their order. */
  readonly steps: readonly string[];
  /** Ids of steps that it leaves to a person, and waits for. */
  readonly byHand: readonly string[];
}

/** Free on the medium that keeps the journal, beside sectors that are kept there. */
const ROOM_KIB = 4096;

/**
 * The phases of a procedure that are done in a live session, each as a script that looks before it acts, acts, and looks again; it goes on where
 * it was stopped or cut off. Phases of which a script would do nothing have none.
 */
export function phaseScripts(catalogue: Catalogue, runbook: Runbook): PhaseScript[] {
  return runbook.phases.flatMap((phase, i): PhaseScript[] =>
    phase.script === null
      ? []
      : [
          {
            name: phase.script.name,
            phase: i + 1,
            text: scriptOf(catalogue, runbook, phase, i + 1),
            steps: phase.steps.map(({ id }) => id),
            byHand: phase.steps.filter(({ deed }) => deed === null).map(({ id }) => id),
          },
        ],
  );
}

function aroundOf({ planned }: Runbook, { number }: RunbookStep): Around {
  const moments = momentsOf(planned);
  return { planned, before: moments[number - 1]!, after: moments[number]! };
}

function scriptOf(catalogue: Catalogue, runbook: Runbook, phase: RunbookPhase, number: number): string {
  const { survey } = runbook.planned;
  const { disk } = survey;
  const first = layoutAt(momentsOf(runbook.planned)[phase.steps[0]!.number - 1]!);
  const deeds = phase.steps.flatMap(({ deed }) => deed ?? []);
  const name = phase.script!.name;
  return [
    '#!/bin/sh',
    `# ${oneLine(sayIn(catalogue, phase.title))}: phase ${number} of ${runbook.phases.length}. Begin it as root: sudo sh ${name}`,
    '# It looks at the disk before every step, asks, acts, looks again, and stops at the first answer that is not the planned one.',
    '# Begun again it goes on where it stopped.',
    LIBRARY,
    '',
    `SIZE=${disk.sizeSectors * disk.sectorBytes}`,
    `SECTOR=${disk.sectorBytes}`,
    `STYLE=${first.style}`,
    `DAMAGED=${survey.damage.length > 0 ? 1 : ''}`,
    `IDENTITY=${shellWord(first.style === 'none' || disk.tableId === undefined ? '' : disk.tableId.toLowerCase())}`,
    `PHASE=${journalName(runbook.planned, number)}`,
    `ROOM_KIB=${ROOM_KIB + Math.ceil((keptSectors(deeds) * disk.sectorBytes) / KIB)}`,
    `MOUNTED=${MOUNT}`,
    `TOOLS=${shellWord([...new Set(deeds.flatMap(toolsOf))].sort().join(' '))}`,
    'begin "$@"',
    '',
    ...phase.steps.flatMap((step) => stepLines(catalogue, runbook, step)),
    "say ''",
    "say 'This phase is done. Go on with the runbook.'",
    '',
  ].join('\n');
}

const keptSectors = (deeds: readonly Deed[]): number =>
  deeds.flatMap(({ acts }) => acts).reduce((n, act) => n + (act.kind === 'keep' ? act.span.length : 0), 0);

/** What the journal calls a step: of its id, which may hold anything, what no tool takes for more than a word. */
const keyOf = ({ number, id }: RunbookStep): string => `${number}:${id.replace(/[^A-Za-z0-9:-]/g, '_')}`;

/** Names may hold anything: what is read as a line of the script is one. */
const oneLine = (text: string): string => text.replace(/\p{Cc}/gu, ' ');

function stepLines(catalogue: Catalogue, runbook: Runbook, step: RunbookStep): string[] {
  const around = aroundOf(runbook, step);
  const says = sayIn(catalogue, step.says);
  const lines = step.deed && linesOf(around, step.deed);
  const table = (moment: Moment) => tableLines(layoutAt(moment), runbook.planned);
  const style = layoutAt(around.after).style;
  return [
    `if step ${step.number} ${keyOf(step)} << 'SAYS'`,
    oneLine(says.title),
    'SAYS',
    'then',
    "want before << 'TABLE'",
    ...table(around.before),
    'TABLE',
    "want after << 'TABLE'",
    ...table(around.after),
    'TABLE',
    'guard',
    ...(lines
      ? [
          ...(lines.guards.length > 0 ? ['if [ -z "$BEGUN" ]; then', ...lines.guards, 'leave', 'fi'] : []),
          ...(lines.acts.length > 0 ? ['ask', 'begun', ...lines.acts, 'leave'] : []),
        ]
      : [...says.actions.map((action) => `say ${shellWord(`  - ${action}`)}`), 'by_hand']),
    `STYLE=${style}`,
    'proof',
    ...(lines?.proofs ?? []),
    'ended',
    `else STYLE=${style}`,
    'fi',
    '',
  ];
}
