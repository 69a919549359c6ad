import type { Survey, SurveyPartition } from '../survey/index.js';
import type { Volume } from '../volume/index.js';

/**
 * Where each surveyed partition is mounted, by its id: as the running system reported it, or as the mount table of a
 * root on the same disk says. What an encrypted container or a volume group holds counts for its partition.
 */
export function mountPointsIn(survey: Survey): ReadonlyMap<string, string> {
  const bySource = new Map(survey.partitions.flatMap((p) => linesOf(p.volume?.contents?.fstab ?? '')));
  return new Map(
    survey.partitions.flatMap((p): [string, string][] => {
      const mounted =
        mountedIn(p.volume) ??
        sourcesOf(p)
          .map((s) => bySource.get(s))
          .find((m) => m !== undefined);
      return mounted ? [[p.id, mounted]] : [];
    }),
  );
}

/** A line of a mount table that names another partition of the same disk. Both by their survey ids. */
export interface MountTableLine {
  /** The partition in which the table stands. */
  readonly table: string;
  readonly line: string;
  readonly refersTo: string;
}

/** Every line of every mount table that was read and names a partition of this disk; swap included. */
export function mountTableLines(survey: Survey): MountTableLine[] {
  const bySource = new Map(survey.partitions.flatMap((p) => sourcesOf(p).map((s) => [s, p.id] as const)));
  return survey.partitions.flatMap((p) =>
    (p.volume?.contents?.fstab ?? '').split('\n').flatMap((line): MountTableLine[] => {
      const refersTo = bySource.get(sourceIn(line));
      return refersTo === undefined || refersTo === p.id
        ? []
        : [{ table: p.id, line: line.trim().replace(/\s+/g, ' '), refersTo }];
    }),
  );
}

/** The first field, as it is compared. */
function sourceIn(line: string): string {
  return (line.trim().split(/\s+/)[0] ?? '').toLowerCase().replaceAll('"', '');
}

function mountedIn(volume: Volume | undefined): string | undefined {
  if (!volume) return undefined;
  return volume.mountPoint ?? volume.inside?.map(mountedIn).find((m) => m !== undefined);
}

/** The first two fields of each line of a mount table (fstab(5)); those without a place in the tree are left out. */
function linesOf(fstab: string): [string, string][] {
  return fstab.split('\n').flatMap((line): [string, string][] => {
    const [source, place] = line.trim().split(/\s+/);
    if (!source || source.startsWith('#') || !place?.startsWith('/')) return [];
    return [[sourceIn(line), place.replaceAll('\\040', ' ')]];
  });
}

function sourcesOf(p: SurveyPartition): string[] {
  const pairs: [string, string | undefined][] = [
    ['uuid', p.volume?.uuid],
    ['partuuid', p.uuid],
    ['label', p.volume?.label],
    ['partlabel', p.name],
  ];
  return pairs.flatMap(([key, value]) => (value ? [`${key}=${value}`.toLowerCase()] : []));
}
