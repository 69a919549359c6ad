import type { Survey, SurveyPartition } from '../survey/index.js';
import { fromFstabWord } from './fstab-word.js';
import type { Volume } from '../volume/index.js';

/**
 * Where each surveyed partition is mounted, by its id: as the running system reported it, or as the mount table of a
 * root on the same disk says. What an encrypted container or a volume group holds counts for its partition.
 */
export function mountPointsIn(survey: Survey): ReadonlyMap<string, string> {
  const opened = new Map(survey.partitions.flatMap((p) => containersIn(p.volume?.contents?.crypttab ?? '')));
  const lines = survey.partitions.flatMap((p) => linesOf(p.volume?.contents?.fstab ?? ''));
  // A container that is opened under a name is mounted where that name is.
  const bySource = new Map(
    lines.flatMap(([source, place]): [string, string][] => {
      const container = opened.get(source);
      return container
        ? [
            [source, place],
            [container, place],
          ]
        : [[source, place]];
    }),
  );
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

/** Every line of every mount table and crypttab that was read and names a partition of this disk; swap included. */
export function mountTableLines(survey: Survey): MountTableLine[] {
  const tables = survey.partitions.filter(({ volume }) => {
    const { fstab = '', crypttab = '' } = volume?.contents ?? {};
    return fstab !== '' || crypttab !== '';
  });
  if (tables.length === 0) return [];
  const bySource = new Map(survey.partitions.flatMap((p) => sourcesOf(p).map((s) => [s, p.id] as const)));
  return tables.flatMap((p) =>
    sourceLinesIn(p.volume).flatMap(({ line, source }): MountTableLine[] => {
      const refersTo = bySource.get(source);
      return refersTo === undefined || refersTo === p.id
        ? []
        : [{ table: p.id, line: line.trim().replace(/\s+/g, ' '), refersTo }];
    }),
  );
}

/** The lines of both tables of a root, with what each names. */
function sourceLinesIn(volume: Volume | undefined): { readonly line: string; readonly source: string }[] {
  const { fstab = '', crypttab = '' } = volume?.contents ?? {};
  return [
    ...fstab.split('\n').map((line) => ({ line, source: sourceIn(line) })),
    ...crypttab.split('\n').map((line) => ({ line, source: fieldOf(line, 1) })),
  ];
}

/** Names under which containers are opened, and the containers: crypttab(5). */
function containersIn(crypttab: string): [string, string][] {
  return crypttab.split('\n').flatMap((line): [string, string][] => {
    const [name, source] = [fieldOf(line, 0), fieldOf(line, 1)];
    return name && source && !name.startsWith('#') ? [[`/dev/mapper/${name}`, source]] : [];
  });
}

const fieldOf = (line: string, at: number): string =>
  (line.trim().split(/\s+/)[at] ?? '').toLowerCase().replaceAll('"', '');

/** The first field, as it is compared. */
function sourceIn(line: string): string {
  return fieldOf(line, 0);
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
    return [[sourceIn(line), fromFstabWord(place)]];
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
