import { volumeUuidOf } from '../mounting/index.js';
import { layersOf, partitionOf, shownAs, type Planned, type PlannedPartition } from '../plan/index.js';
import { KIB } from '../quantity/index.js';
import type { Span } from '../layout/index.js';
import type { Moment } from '../moment/index.js';
import { layoutAt } from '../practice/index.js';
import { pieceOf, type Copy, type Step, type StepFor } from '../sequence/index.js';
import { surveyedPartition } from '../survey/index.js';
import { makeCommands, MOUNT, shellWord, VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import { tableChange } from './table.js';

/** Where a step stands: the plan, and the disk before and after it. */
export interface Around {
  readonly planned: Planned;
  readonly before: Moment;
  readonly after: Moment;
}

/** Lines of the library's language that carry a step out; `null` where a person does it. */
export type Act = readonly string[] | null;

/** Pieces of a copy are no longer than this, so that little is done again after a cut. */
const MOST_PIECE_BYTES = 16 * 1024 * KIB;

/** Contents whose first sector says where on the disk they begin, or may: a copy alone leaves that wrong (FAT specification, BPB_HiddSec). */
const SAYS_WHERE_IT_BEGINS: readonly VolumeKind[] = [
  'ntfs',
  'fat',
  'exfat',
  'refs',
  'windows-encrypted',
  'unknown',
];

/** How blkid(8) calls a kind. */
const printedName = (kind: VolumeKind): string | undefined =>
  VOLUME_TRAITS[kind].printed[0]?.replace('crypto_luks', 'crypto_LUKS').replace('lvm2_member', 'LVM2_member');

/** What a step does, after its guard and before its proof. */
export function actOf(around: Around, step: Step): Act {
  const change = () => tableChange(layoutAt(around.before), layoutAt(around.after));
  switch (step.kind) {
    case 'delete':
    case 'set-type':
    case 'set-name':
    case 'set-active':
    case 'relist':
    case 'create-container':
    case 'grow-container':
    case 'shrink-container':
    case 'delete-container':
    case 'new-table':
      return change();
    // What is to be seen in the end is what is looked for after each step.
    case 'verify-disk':
      return [];
    case 'check-volume':
      return checkOf(around, step);
    case 'shrink':
      return shrinkOf(around, step, change());
    case 'grow':
      return growOf(around, step, change());
    case 'move':
    case 'move-aside':
      return moveOf(around, step, change());
    case 'create':
      return createOf(around, step, change());
    case 'format':
      return formatOf(around, step);
    // What is not done at this disk, and what asks for a decision.
    case 'backup':
    case 'change-inside':
    case 'controller-mode':
    case 'convert-table':
    case 'firmware-mode':
    case 'first-start':
    case 'install':
    case 'mount-table':
    case 'prepare-live':
    case 'prepare-medium':
    case 'recovery-key':
    case 'redo-start':
    case 'remove-start':
    case 'repair-table':
    case 'resume-protection':
    case 'safe-start':
    case 'safety-copy':
    case 'secure-boot-off':
    case 'secure-boot-on':
    case 'set-label':
    case 'start-order':
    case 'suspend-protection':
    case 'unhibernate':
    case 'usual-start':
    case 'verify-start':
      return null;
  }
}

const at = ({ start, length }: Span): string => `at ${start} ${length}`;

/** What is on a kept volume, as it was read: nobody read it, nothing is asked. */
function holdsAsRead({ planned }: Around, p: PlannedPartition): string[] {
  const volume = surveyedPartition(planned.survey, p.from)?.volume;
  if (!volume || volume.kind === 'unknown' || volume.kind === 'windows-encrypted') return [];
  const name = printedName(volume.kind);
  return name === undefined ? [] : [`holds ${name} ${shellWord(volume.uuid ?? '*')} '*'`];
}

const keptAt = (around: Around, id: string): PlannedPartition | undefined =>
  partitionOf(around.before.planned.plan, id);

function checkOf(around: Around, { partition }: StepFor<'check-volume'>): Act {
  const p = keptAt(around, partition);
  const check = p && VOLUME_TRAITS[p.fileSystem].linux.check;
  if (!p || !check) return null;
  return [at(p), ...holdsAsRead(around, p), ...check.lines('"$P"').map(asked)];
}

/** A line of a utility, run so that it asks nothing: e2fsck(8) mends what is safe to mend, and stops at the rest. */
function asked(line: string): string {
  return line.startsWith('e2fsck ') ? `checked ${line.replace('e2fsck -f', 'e2fsck -f -p')}` : `run ${line}`;
}

/** Lines that mount, do and unmount, as the library does them; others are run one by one. */
function typed(lines: readonly string[]): string[] {
  const [mount, command] = lines;
  return mount?.startsWith('mount ') && command
    ? [`mounted "$P" ${command.replaceAll(MOUNT, '"$W/mount"')}`]
    : lines.map(asked);
}

function shrinkOf(around: Around, step: StepFor<'shrink'>, change: readonly string[]): Act {
  const p = keptAt(around, step.partition);
  const shrink = p && VOLUME_TRAITS[p.fileSystem].linux.shrink;
  if (!p || !shrink) return null;
  const { sectorBytes } = around.planned.survey.disk;
  const kibibytes = Math.floor((step.after.length * sectorBytes) / KIB);
  return [
    at(step.before),
    ...holdsAsRead(around, p),
    ...typed(shrink('"$P"', kibibytes)),
    'leave',
    ...change,
  ];
}

function growOf(around: Around, step: StepFor<'grow'>, change: readonly string[]): Act {
  const p = keptAt(around, step.partition);
  const grow = p && VOLUME_TRAITS[p.fileSystem].linux.grow;
  if (!p || !grow) return null;
  return [...change, at(step.after), ...holdsAsRead(around, p), ...typed(grow('"$P"'))];
}

function moveOf(around: Around, step: StepFor<'move' | 'move-aside'>, change: readonly string[]): Act {
  const p = keptAt(around, step.partition);
  if (!p || SAYS_WHERE_IT_BEGINS.includes(p.fileSystem)) return null;
  const { from, to, sectors } = step.copy;
  const piece = pieceSectors(step.copy, around.planned.survey.disk.sectorBytes);
  return [
    // Once the copy was begun, its old place may be gone.
    ...(holdsAsRead(around, p).length > 0
      ? [`[ -n "$BEGUN" ] || { ${at(step.before)}; ${holdsAsRead(around, p).join('; ')}; leave; }`]
      : []),
    'begun',
    `copy ${from} ${to} ${sectors} ${piece}`,
    ...change,
    at(step.after),
    ...holdsAsRead(around, p),
  ];
}

/** The longest piece that the way allows, and no longer than is done again with ease. */
function pieceSectors(copy: Copy, sectorBytes: number): number {
  const most = MOST_PIECE_BYTES / sectorBytes;
  const way = pieceOf(copy);
  return way <= most ? way : most;
}

function createOf(around: Around, step: StepFor<'create'>, change: readonly string[]): Act {
  const p = partitionOf(around.planned.plan, step.partition);
  if (!p) return null;
  if (step.formattedBy !== null || p.fileSystem === 'none')
    return [...change, at(step.after), 'run wipefs --all "$P"'];
  const made = makingOf(around, p);
  return made && [...change, at(step.after), ...made];
}

function formatOf(around: Around, step: StepFor<'format'>): Act {
  const p = partitionOf(around.planned.plan, step.partition);
  const made = p && makingOf(around, p);
  if (!p || !made) return null;
  const then = keptAt(around, step.partition);
  const found = step.found !== null && then ? holdsAsRead(around, then) : [];
  return [at(step.after), ...found.map((line) => `[ -n "$BEGUN" ] || ${line}`), 'begun', ...made];
}

/** Clears what was there, makes the file system with its identity, and looks. `null` where another system or a container does it. */
function makingOf({ planned }: Around, p: PlannedPartition): Act {
  const { luks, lvm } = layersOf(p);
  const name = printedName(p.fileSystem);
  const uuid = volumeUuidOf(planned, p)?.uuid;
  const made = makeCommands(p.fileSystem, '"$P"', p.label, uuid);
  if (luks || lvm || (p.subvolumes ?? []).length > 0 || made.length === 0 || name === undefined) return null;
  const label = shownAs(p).label;
  return [
    'run wipefs --all "$P"',
    ...made.map((line) => `run ${line}`),
    `holds ${name} ${shellWord(uuid ?? '*')} ${shellWord(label === '' ? '-' : label)}`,
  ];
}
