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

function mountedIn(volume: Volume | undefined): string | undefined {
  if (!volume) return undefined;
  return volume.mountPoint ?? volume.inside?.map(mountedIn).find((m) => m !== undefined);
}

/** The first two fields of each line of a mount table (fstab(5)); those without a place in the tree are left out. */
function linesOf(fstab: string): [string, string][] {
  return fstab.split('\n').flatMap((line): [string, string][] => {
    const [source, place] = line.trim().split(/\s+/);
    if (!source || source.startsWith('#') || !place?.startsWith('/')) return [];
    return [[source.toLowerCase().replaceAll('"', ''), place.replaceAll('\\040', ' ')]];
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
