import {
  deedOf,
  isBeyondTyping,
  scriptName,
  STICK,
  type Deed,
  type Holds,
  type Proof,
} from '../deed/index.js';
import { partitionOf, shownAs, systemOf, type PlannedPartition } from '../plan/index.js';
import { printedByLsblk } from '../recognition/index.js';
import { placeIn, type Environment, type Step } from '../sequence/index.js';
import { FAMILY_NAMES, type Family, type System } from '../system/index.js';
import { nameByBlkid } from '../volume/index.js';
import { commandLines, message, type Continued, type Message } from '../words/index.js';
import { ownLines } from './own-lines.js';
import { pathOf } from './paths.js';
import type { At } from './says/facts.js';

export type TypedSays = Message<
  'shell.look-first' | 'shell.look-then' | 'shell.untried' | 'shell.script-step' | 'shell.file-system-first'
>;

/** Lines that are typed together. `guard`: they write nothing, and must answer so before anything is. `proof`: the same afterwards. */
export interface Typed {
  readonly role: 'guard' | 'act' | 'proof' | 'script';
  /** What they must answer, or what is to be known of them. */
  readonly says: TypedSays | null;
  readonly commands: readonly string[];
  /** The same in the lines in which they are printed: none but the last of a command can be taken for a whole one. */
  readonly lines: readonly string[];
}

/** What is typed first at a partition: nothing is written where it shows another. */
const LOOK = 'lsblk -o NAME,SIZE,PARTLABEL $P';
/** What is on it, read off it and not from what the session remembers (blkid(8)). */
const LOOK_IN = 'blkid -p -s TYPE -s LABEL -s UUID $P';

/** Systems that no test of this project can start. */
const UNTRIED: readonly Family[] = ['windows', 'macos', 'bsd'];

/** What is typed at a step: of what it does to the disk what general utilities do, and the script for the rest. @param phase from 1 */
export function typedOf(at: At, step: Step, deed: Deed | null, phase: number): readonly Typed[] {
  const system = systemIn(at, step);
  const mark = continuedIn(at, step.environment);
  const block = (role: Typed['role'], says: TypedSays | null, commands: readonly string[]): Typed[] =>
    commands.length === 0
      ? []
      : [{ role, says, commands, lines: commands.flatMap((command) => commandLines(command, mark)) }];
  const own = ownLines(at, step, system);
  const isShell = step.environment.kind === 'live' || system?.family === 'linux';
  const untried = system && UNTRIED.includes(system.family) ? system.family : undefined;
  return [
    ...block(
      'act',
      untried === undefined ? null : message('shell.untried', { family: FAMILY_NAMES[untried] }),
      isShell ? own.map(asRoot) : own,
    ),
    ...(deed && step.kind !== 'safety-copy' ? atPartition(at, step, deed, block) : []),
    ...(deed && isBeyondTyping(deed)
      ? block('script', message('shell.script-step'), [
          `sudo sh ${STICK}/${scriptName(phase)} --step ${at.after.after}`,
        ])
      : []),
  ];
}

type BlockOf = (role: Typed['role'], says: TypedSays | null, commands: readonly string[]) => Typed[];

/** What general utilities do at the partition that a step is about, between two looks at it. */
function atPartition(at: At, step: Step, { guards, acts, proofs }: Deed, block: BlockOf): Typed[] {
  if (!('partition' in step)) return [];
  const p = partitionOf(at.before.planned.plan, step.partition) ?? partitionOf(at.plan, step.partition);
  const path = p && pathOf(at, p);
  const lines = acts.flatMap((act) => (act.kind === 'run' ? [asRoot(act.line)] : []));
  if (!p || path === undefined || lines.length === 0) return [];
  const answers = proofs.length > 0 ? message('shell.look-then', answersOf(proofs)) : null;
  const table = acts.findIndex(({ kind }) => kind === 'table');
  const changesTable = table >= 0;
  /** Whether the utilities come before the table is changed. */
  const before = acts.findIndex(({ kind }) => kind === 'run') < table;
  const look = [`P=${path}`, LOOK, ...(guards.length > 0 ? [asRoot(LOOK_IN)] : [])];
  return [
    ...block('guard', lookFirst(at, p, guards, changesTable && !before), look),
    ...block('act', before ? message('shell.file-system-first') : null, lines),
    ...block('proof', answers, proofs.map(proofLine)),
  ];
}

const proofLine = (proof: Proof): string => asRoot(proof.kind === 'whole' ? proof.line : LOOK_IN);

function answersOf(proofs: readonly Proof[]) {
  const holds = proofs.find((p): p is Holds => p.kind === 'holds');
  return {
    whole: proofs.some(({ kind }) => kind === 'whole'),
    holds: holds ? answerOf(holds, holds.label ?? '') : null,
  };
}

/** What must be shown before anything is typed at the partition: its size, and what is on it as the step finds it. */
function lookFirst(at: At, p: PlannedPartition, guards: readonly Holds[], newEnd: boolean): TypedSays {
  const [holds] = guards;
  return message('shell.look-first', {
    size: printedByLsblk(
      (newEnd ? (partitionOf(at.after.planned.plan, p.id) ?? p) : p).length * at.survey.disk.sectorBytes,
    ),
    holds: holds ? answerOf(holds, shownAs(p).label) : null,
    newEnd,
  });
}

/** As blkid(8) prints it; empty what nobody knows, and what there is not. */
const answerOf = ({ content, uuid }: Holds, label: string) => ({
  type: nameByBlkid(content) ?? '',
  uuid: uuid ?? '',
  label,
});

const systemIn = ({ plan }: At, { environment }: Step): System | undefined =>
  'system' in environment ? systemOf(plan, environment.system ?? '') : undefined;

const continuedIn = ({ plan }: At, environment: Environment): Continued =>
  ['windows', 'windows-setup'].includes(placeIn(plan, environment)) ? '^' : '\\';

/** What reads, or begins by reading; the rest is done by root, whom no live session logs in. */
const READS = /^(?:[A-Z]=|lsblk |mountpoint |ls )/;
const asRoot = (command: string): string => (READS.test(command) ? command : `sudo ${command}`);

/** What a step does in a live session; `null` elsewhere, and where a person does it. */
export const deedIn = (at: At, step: Step): Deed | null =>
  step.environment.kind === 'live'
    ? deedOf({ planned: { plan: at.plan, survey: at.survey }, before: at.before, after: at.after }, step)
    : null;
