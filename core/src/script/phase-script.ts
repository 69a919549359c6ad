import { encodeUtf8, md5 } from '../bytes/index.js';
import { momentsOf } from '../moment/index.js';
import { layoutAt } from '../practice/index.js';
import type { Runbook, RunbookPhase, RunbookStep } from '../runbook/index.js';
import { surveySignature } from '../survey/index.js';
import { sayIn, type Catalogue } from '../words/index.js';
import { shellWord } from '../volume/index.js';
import { actOf, type Act, type Around } from './acts.js';
import { LIBRARY } from './library.js';
import { hexOf } from './octal.js';
import { tableLines } from './table.js';

/** A phase in a live session as one script for its shell. */
export interface PhaseScript {
  /** Of the file, without a folder: `phase-3.sh`. */
  readonly name: string;
  /** Counted from 1 through the procedure. */
  readonly phase: number;
  readonly text: string;
  /** Ids of steps that it leaves to a person, and waits for. */
  readonly byHand: readonly string[];
}

/** Free on the medium that keeps the journal: lines of it, and no more. */
const ROOM_KIB = 4096;

/**
 * The phases of a procedure that are done in a live session, each as a script that looks before it acts, acts, and looks again; it goes on where
 * it was stopped or cut off. Phases of which a script would do nothing have none.
 */
export function phaseScripts(catalogue: Catalogue, runbook: Runbook): PhaseScript[] {
  return runbook.phases.flatMap((phase, i): PhaseScript[] => {
    if (phase.environment.kind !== 'live') return [];
    const acts = phase.steps.map((step) => ({ step, act: actFor(runbook, step) }));
    if (acts.every(({ act }) => act === null || act.length === 0)) return [];
    const byHand = acts.filter(({ act }) => act === null).map(({ step }) => step.id);
    return [
      {
        name: fileOf(i + 1),
        phase: i + 1,
        text: scriptOf(catalogue, runbook, phase, i + 1, acts),
        byHand,
      },
    ];
  });
}

function aroundOf({ planned }: Runbook, { number }: RunbookStep): Around {
  const moments = momentsOf(planned);
  return { planned, before: moments[number - 1]!, after: moments[number]! };
}

const actFor = (runbook: Runbook, step: RunbookStep): Act => actOf(aroundOf(runbook, step), step.step);

function scriptOf(
  catalogue: Catalogue,
  runbook: Runbook,
  phase: RunbookPhase,
  number: number,
  acts: readonly { readonly step: RunbookStep; readonly act: Act }[],
): string {
  const { survey } = runbook.planned;
  const { disk } = survey;
  const first = layoutAt(momentsOf(runbook.planned)[phase.steps[0]!.number - 1]!);
  const lines = acts.flatMap(({ act }) => act ?? []);
  return [
    '#!/bin/sh',
    `# ${oneLine(sayIn(catalogue, phase.title))}: phase ${number} of ${runbook.phases.length}. Begin it as root: sudo sh ${fileOf(number)}`,
    '# It looks at the disk before every step, asks, acts, looks again, and stops at the first answer that is not the planned one.',
    '# Begun again it goes on where it stopped.',
    LIBRARY,
    '',
    `SIZE=${disk.sizeSectors * disk.sectorBytes}`,
    `SECTOR=${disk.sectorBytes}`,
    `STYLE=${first.style}`,
    `DAMAGED=${survey.damage.length > 0 ? 1 : ''}`,
    `IDENTITY=${shellWord(first.style === 'none' || disk.tableId === undefined ? '' : disk.tableId.toLowerCase())}`,
    `PHASE=rhizotome-${digestOf(runbook)}-phase-${number}`,
    `ROOM_KIB=${ROOM_KIB}`,
    `TOOLS=${shellWord(toolsOf(lines).join(' '))}`,
    'begin "$@"',
    '',
    ...acts.flatMap(({ step, act }) => stepLines(catalogue, runbook, step, act)),
    "say ''",
    "say 'This phase is done. Go on with the runbook.'",
    '',
  ].join('\n');
}

/** What the journal calls a step: of its id, which may hold anything, what no tool takes for more than a word. */
const keyOf = ({ number, id }: RunbookStep): string => `${number}:${id.replace(/[^A-Za-z0-9:-]/g, '_')}`;

/** Tells the journals of two procedures apart, of one machine too. */
function digestOf({ planned, phases }: Runbook): string {
  const ids = phases.flatMap(({ steps }) => steps.map(({ id }) => id));
  return hexOf(md5(encodeUtf8([surveySignature(planned.survey), ...ids].join('\n')))).slice(0, 8);
}

/** Names may hold anything: what is read as a line of the script is one. */
const oneLine = (text: string): string => text.replace(/\p{Cc}/gu, ' ');

const fileOf = (phase: number): string => `phase-${phase}.sh`;

/** Utilities that its lines name, beyond those of every session. */
function toolsOf(lines: readonly string[]): string[] {
  const named = lines.flatMap((line) => {
    const [verb, first, second] = line.split(' ');
    if (verb === 'run' || verb === 'checked') return [first!];
    return verb === 'mounted' ? [second!, 'mount', 'umount'] : [];
  });
  const looks = lines.some((line) => line.includes('holds ')) ? ['blkid'] : [];
  return [...new Set([...looks, ...named])].sort();
}

function stepLines(catalogue: Catalogue, runbook: Runbook, step: RunbookStep, act: Act): string[] {
  const { before, after } = aroundOf(runbook, step);
  const says = sayIn(catalogue, step.says);
  const table = (moment: typeof before) => tableLines(layoutAt(moment), runbook.planned);
  const style = layoutAt(after).style;
  return [
    `if step ${step.number} ${keyOf(step)} << 'SAYS'`,
    oneLine(says.title),
    'SAYS',
    'then',
    "want before << 'TABLE'",
    ...table(before),
    'TABLE',
    "want after << 'TABLE'",
    ...table(after),
    'TABLE',
    'guard',
    ...(act === null ? says.actions.map((action) => `say ${shellWord(`  - ${action}`)}`) : []),
    ...(act === null
      ? ['by_hand']
      : [...(act.length > 0 ? ['ask'] : []), ...(act.includes('begun') ? [] : ['begun']), ...act, 'leave']),
    `STYLE=${style}`,
    'proof',
    'ended',
    `else STYLE=${style}`,
    'fi',
    '',
  ];
}
