import {
  fatesOf,
  fromFstabWord,
  insideFatesOf,
  volumesOf,
  type Planned,
  type PlannedVolume,
} from '../plan/index.js';
import type { System } from '../system/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { mountTableOf, placesOf, type MountLine } from './table.js';
import { volumeUuidOf } from './uuid.js';

export type MountFaultSays = Message<Extract<Code, `table-fault.${string}`>>;

/** What is wrong with a mount table that a system has, or that somebody wrote. */
export interface MountFault {
  /** 1-based; `null` for what is missing. */
  readonly line: number | null;
  readonly says: MountFaultSays;
}

interface Entry {
  readonly line: number;
  readonly source: string;
  readonly mountPoint: string;
  readonly type: string;
}

/** Compares a mount table with the plan: every line, and what no line tells. */
export function judgeMountTable(planned: Planned, system: System, text: string): MountFault[] {
  const { entries, faults } = entriesOf(text);
  const wanted = mountTableOf(planned, system).lines;
  const bySource = sourcesOf(planned);
  const gone = sourcesGone(planned);
  const each = entries.flatMap((entry, i) => [
    ...faultsOfOne(entry, bySource, gone),
    ...faultsAmong(entry, entries.slice(0, i)),
  ]);
  return [...faults, ...each, ...missing(wanted, entries, bySource)];
}

/** Lines with fewer than four fields are faults; remarks and empty lines are none (fstab(5)). */
function entriesOf(text: string): { entries: Entry[]; faults: MountFault[] } {
  const entries: Entry[] = [];
  const faults: MountFault[] = [];
  for (const [i, raw] of text.split(/\r\n|\n|\r/).entries()) {
    const content = raw.trim();
    if (content === '' || content.startsWith('#')) continue;
    const [source, mountPoint, type, options] = content.split(/\s+/);
    if (!source || !mountPoint || !type || !options)
      faults.push({ line: i + 1, says: message('table-fault.fields') });
    else entries.push({ line: i + 1, source, mountPoint: fromFstabWord(mountPoint), type });
  }
  return { entries, faults };
}

const keyOf = (source: string): string => source.toLowerCase().replaceAll('"', '');

/** Sources of tmpfs and its like, of the network, and of devices by their names. */
const isNoVolume = ({ source, type }: Entry): boolean =>
  !/^(?:UUID|PARTUUID|LABEL|PARTLABEL)=/i.test(source) &&
  !/^\/dev\/disk\/by-/.test(source) &&
  type !== 'swap';

function sourcesOf(planned: Planned): ReadonlyMap<string, PlannedVolume> {
  const { plan, survey } = planned;
  const found = new Map(survey.partitions.map((p) => [p.id, p]));
  return new Map(
    volumesOf(plan).flatMap((v): [string, PlannedVolume][] => {
      const uuid = volumeUuidOf(planned, v)?.uuid;
      const partuuid = v.within ? undefined : found.get(v.from ?? '')?.uuid;
      const names: [string, string | undefined][] = [
        ['uuid', uuid],
        ['partuuid', partuuid],
        ['label', v.label],
        ['partlabel', v.within ? '' : v.name],
      ];
      return names.flatMap(([key, value]): [string, PlannedVolume][] =>
        value ? [[`${key}=${value}`.toLowerCase(), v]] : [],
      );
    }),
  );
}

/** What was known under a name, and is not there any more once the plan is carried out. */
function sourcesGone(planned: Planned): ReadonlySet<string> {
  const names = fatesOf(planned)
    .filter((f) => f.kind === 'erased' || f.kind === 'formatted')
    .flatMap((f) => [
      f.found.volume?.uuid && `uuid=${f.found.volume.uuid}`,
      f.found.uuid && `partuuid=${f.found.uuid}`,
    ]);
  const inside = insideFatesOf(planned)
    .filter((f) => f.kind === 'erased')
    .map((f) => f.found?.label && `label=${f.found.label}`);
  const still = sourcesOf(planned);
  return new Set(
    [...names, ...inside].flatMap((name) =>
      name && !still.has(name.toLowerCase()) ? [name.toLowerCase()] : [],
    ),
  );
}

function faultsOfOne(
  entry: Entry,
  bySource: ReadonlyMap<string, PlannedVolume>,
  gone: ReadonlySet<string>,
): MountFault[] {
  const { line, source, mountPoint, type } = entry;
  const says = (fault: MountFaultSays): MountFault => ({ line, says: fault });
  const volume = bySource.get(keyOf(source));
  if (gone.has(keyOf(source))) return [says(message('table-fault.gone', { source }))];
  if (!volume) return isNoVolume(entry) ? [] : [says(message('table-fault.unknown-source', { source }))];
  const wanted = volume.fileSystem === 'fat' ? 'vfat' : volume.fileSystem;
  const fits = type === 'auto' || type === wanted || (wanted === 'ntfs' && /^ntfs/.test(type));
  const planned = volume.role === 'swap' ? ['none', 'swap'] : placesOf(volume);
  return [
    ...(fits ? [] : [says(message('table-fault.type', { type, wanted }))]),
    ...(planned.length === 0 || planned.includes(mountPoint)
      ? []
      : [says(message('table-fault.elsewhere', { mountPoint, planned: planned[0]! }))]),
  ];
}

function faultsAmong({ line, mountPoint }: Entry, before: readonly Entry[]): MountFault[] {
  if (!mountPoint.startsWith('/')) return [];
  const same = before.find((e) => e.mountPoint === mountPoint);
  const child = before.find((e) => e.mountPoint.startsWith(mountPoint === '/' ? '/' : `${mountPoint}/`));
  return [
    ...(same ? [{ line, says: message('table-fault.twice', { mountPoint, line: same.line }) }] : []),
    ...(child && !same
      ? [{ line, says: message('table-fault.order', { mountPoint, child: child.mountPoint }) }]
      : []),
  ];
}

function missing(
  wanted: readonly MountLine[],
  entries: readonly Entry[],
  bySource: ReadonlyMap<string, PlannedVolume>,
): MountFault[] {
  const told = new Set(entries.map((e) => bySource.get(keyOf(e.source))?.id));
  const places = new Set(entries.map((e) => e.mountPoint));
  return wanted
    .filter((l) => !told.has(l.volume) && !(l.mountPoint !== 'none' && places.has(l.mountPoint)))
    .map((l) => ({
      line: null,
      says:
        l.mountPoint === '/'
          ? message('table-fault.no-root')
          : message('table-fault.missing', { mountPoint: l.mountPoint, swap: l.mountPoint === 'none' }),
    }));
}
