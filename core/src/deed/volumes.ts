import { containerUuidOf, volumeUuidOf } from '../mounting/index.js';
import { layersOf, partitionOf, shownAs, type PlannedPartition } from '../plan/index.js';
import type { Span } from '../layout/index.js';
import { surveyedPartition } from '../survey/index.js';
import {
  makeCommands,
  MOUNT,
  mounted,
  nameByBlkid,
  shellWord,
  VOLUME_TRAITS,
  type UtilityLine,
} from '../volume/index.js';
import { containerLines } from './containers.js';
import type { Act, Around, Holds, Proof } from './deed.js';

export const keptAt = ({ before }: Around, id: string): PlannedPartition | undefined =>
  partitionOf(before.planned.plan, id);

export const runAt = (at: Span, lines: readonly UtilityLine[]): Act[] =>
  lines.map((line) => ({ kind: 'run', at, ...line }));

/** What is on a kept volume, as it was read: nobody read it, nothing is asked. */
export function holdsAsRead({ planned }: Around, p: PlannedPartition, at: Span): Holds[] {
  const volume = surveyedPartition(planned.survey, p.from)?.volume;
  if (!volume || nameByBlkid(volume.kind) === undefined) return [];
  return [{ kind: 'holds', at, content: volume.kind, uuid: volume.uuid ?? null, label: null }];
}

/** That a file system is whole within its place. */
export function wholeAt({ fileSystem }: PlannedPartition, at: Span): Proof[] {
  const check = VOLUME_TRAITS[fileSystem].linux.check;
  return check ? [{ kind: 'whole', at, line: check.look('$P') }] : [];
}

/** Clears what was there, makes the file system or container with its identity; `null` where none of the general utilities makes it. */
export function makingOf({ planned }: Around, p: PlannedPartition): { acts: Act[]; proofs: Proof[] } | null {
  const { luks, lvm } = layersOf(p);
  const at = { start: p.start, length: p.length };
  // So that a mount table can name it before it is there.
  const uuid = (luks ? containerUuidOf(planned, p) : volumeUuidOf(planned, p)?.uuid) ?? null;
  const lines: readonly UtilityLine[] =
    luks || lvm
      ? containerLines(planned, p, '$P')
      : [
          ...makeCommands(p.fileSystem, '$P', p.label, uuid ?? undefined).map((line) => ({ line })),
          ...subvolumesOf(p),
        ];
  if (lines.length === 0) return null;
  const { kind, label } = shownAs(p);
  return {
    acts: runAt(at, [{ line: 'wipefs --all $P' }, ...lines]),
    proofs: [{ kind: 'holds', at, content: kind, uuid, label }],
  };
}

/** btrfs-subvolume(8): they are created in the mounted volume. */
const subvolumesOf = ({ subvolumes = [] }: PlannedPartition): readonly UtilityLine[] =>
  subvolumes.length === 0
    ? []
    : mounted('$P', ...subvolumes.map(({ name }) => `btrfs subvolume create ${MOUNT}/${shellWord(name)}`));
