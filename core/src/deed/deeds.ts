import { partitionOf } from '../plan/index.js';
import { KIB, sectors } from '../quantity/index.js';
import { pieceOf, type Copy, type Step, type StepFor, type StepKind } from '../sequence/index.js';
import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import type { Span } from '../layout/index.js';
import type { Act, Around, Deed } from './deed.js';
import { keptAt, holdsAsRead, makingOf, runAt, wholeAt } from './volumes.js';
import { keptStretches } from './stretches.js';

/** What a step of a kind does; `null`: a person does it, with what the step says. */
type Does<K extends StepKind> = (around: Around, step: StepFor<K>) => Deed | null;

const nobody = () => null;
const TABLE: Act = { kind: 'table' };
const onlyTable = (): Deed => ({ guards: [], acts: [TABLE], proofs: [] });

/** Every kind of step, in a live session. */
const DOES: { readonly [K in StepKind]: Does<K> } = {
  'safety-copy': (around, step) =>
    step.of === 'sectors' ? { guards: [], acts: keptStretches(around.planned.survey), proofs: [] } : null,
  delete: onlyTable,
  'set-type': onlyTable,
  'set-name': onlyTable,
  'set-active': onlyTable,
  relist: onlyTable,
  'create-container': onlyTable,
  'grow-container': onlyTable,
  'shrink-container': onlyTable,
  'delete-container': onlyTable,
  'new-table': onlyTable,
  // What is to be seen in the end is what is looked for after each step.
  'verify-disk': () => ({ guards: [], acts: [], proofs: [] }),
  'check-volume': check,
  shrink,
  grow,
  move,
  'move-aside': move,
  create,
  format,
  'set-label': setLabel,
  // What is not done at this disk, and what asks for a decision.
  backup: nobody,
  'change-inside': nobody,
  'controller-mode': nobody,
  'convert-table': nobody,
  'firmware-mode': nobody,
  'first-start': nobody,
  install: nobody,
  'mount-table': nobody,
  'prepare-live': nobody,
  'prepare-medium': nobody,
  'recovery-key': nobody,
  'redo-start': nobody,
  'remove-start': nobody,
  'repair-table': nobody,
  'resume-protection': nobody,
  'safe-start': nobody,
  'secure-boot-off': nobody,
  'secure-boot-on': nobody,
  'start-order': nobody,
  'suspend-protection': nobody,
  unhibernate: nobody,
  'usual-start': nobody,
  'verify-start': nobody,
};

/** What a step does in a live session, as data; `null` where a person does it. */
export function deedOf(around: Around, step: Step): Deed | null {
  const does: (around: Around, step: never) => Deed | null = DOES[step.kind];
  return does(around, step as never);
}

const spanOf = ({ start, length }: Span): Span => ({ start, length });

function check(around: Around, { partition }: StepFor<'check-volume'>): Deed | null {
  const p = keptAt(around, partition);
  const utility = p && VOLUME_TRAITS[p.fileSystem].linux.check;
  if (!p || !utility) return null;
  const at = spanOf(p);
  return { guards: holdsAsRead(around, p, at), acts: runAt(at, [utility.line('$P')]), proofs: [] };
}

/** The file system first; its partition ends behind it. */
function shrink(around: Around, step: StepFor<'shrink'>): Deed | null {
  const p = keptAt(around, step.partition);
  const lines = p && VOLUME_TRAITS[p.fileSystem].linux.shrink;
  if (!p || !lines) return null;
  const kibibytes = Math.floor((step.after.length * around.planned.survey.disk.sectorBytes) / KIB);
  return {
    guards: holdsAsRead(around, p, step.before),
    acts: [...runAt(step.before, lines('$P', kibibytes)), TABLE],
    proofs: [...wholeAt(p, step.after), ...holdsAsRead(around, p, step.after)],
  };
}

/** The partition first, and what is in it to all of that. */
function grow(around: Around, step: StepFor<'grow'>): Deed | null {
  const p = keptAt(around, step.partition);
  const lines = p && VOLUME_TRAITS[p.fileSystem].linux.grow;
  if (!p || !lines) return null;
  return {
    guards: holdsAsRead(around, p, step.before),
    acts: [TABLE, ...runAt(step.after, lines('$P'))],
    proofs: [...wholeAt(p, step.after), ...holdsAsRead(around, p, step.after)],
  };
}

/** Pieces of a copy are no longer than this, so that little is done again after a cut. */
const MOST_PIECE_BYTES = 16 * 1024 * KIB;

/** Contents of which nobody knows whether their first sectors say where on the disk they begin: a copy alone may leave that wrong. */
const MAY_SAY_WHERE_IT_BEGINS: readonly VolumeKind[] = ['exfat', 'refs', 'windows-encrypted', 'unknown'];

/** Contents whose first sector says so: BPB_HiddSec (FAT specification, 3.1), and the same field of NTFS. */
const SAYS_WHERE_IT_BEGINS: readonly VolumeKind[] = ['ntfs', 'fat'];

function move(around: Around, step: StepFor<'move' | 'move-aside'>): Deed | null {
  const p = keptAt(around, step.partition);
  if (!p || MAY_SAY_WHERE_IT_BEGINS.includes(p.fileSystem)) return null;
  const placed: Act[] = SAYS_WHERE_IT_BEGINS.includes(p.fileSystem)
    ? [{ kind: 'placed', at: step.after, content: p.fileSystem, from: step.before.start }]
    : [];
  const pieceSectors = pieceOfCopy(step.copy, around.planned.survey.disk.sectorBytes);
  return {
    guards: holdsAsRead(around, p, step.before),
    acts: [{ kind: 'copy', copy: step.copy, pieceSectors }, TABLE, ...placed],
    proofs: [...wholeAt(p, step.after), ...holdsAsRead(around, p, step.after)],
  };
}

/** The longest piece that the way allows, and no longer than is done again with ease. */
const pieceOfCopy = (copy: Copy, sectorBytes: number) =>
  sectors(Math.min(pieceOf(copy), MOST_PIECE_BYTES / sectorBytes));

function create(around: Around, step: StepFor<'create'>): Deed | null {
  const p = partitionOf(around.planned.plan, step.partition);
  if (!p) return null;
  if (step.formattedBy !== null || p.fileSystem === 'none')
    return { guards: [], acts: [TABLE, ...runAt(step.after, [{ line: 'wipefs --all $P' }])], proofs: [] };
  const made = makingOf(around, p);
  return made && { guards: [], acts: [TABLE, ...made.acts], proofs: made.proofs };
}

function format(around: Around, step: StepFor<'format'>): Deed | null {
  const p = partitionOf(around.planned.plan, step.partition);
  const made = p && makingOf(around, p);
  if (!p || !made) return null;
  const then = keptAt(around, step.partition);
  return {
    guards: step.found !== null && then ? holdsAsRead(around, then, step.after) : [],
    acts: made.acts,
    proofs: made.proofs,
  };
}

function setLabel(around: Around, step: StepFor<'set-label'>): Deed | null {
  const p = partitionOf(around.planned.plan, step.partition);
  const then = keptAt(around, step.partition);
  const line = p && VOLUME_TRAITS[p.fileSystem].linux.label;
  if (!p || !then || !line) return null;
  const at = spanOf(then);
  return {
    guards: holdsAsRead(around, then, at),
    acts: runAt(at, [{ line: line('$P', p.label) }]),
    proofs: holdsAsRead(around, then, at).map((holds) => ({ ...holds, label: p.label })),
  };
}
