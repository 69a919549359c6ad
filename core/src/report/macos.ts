import type { ReportedDisk, ReportedPartition, ReportedVolume } from './format.js';
import { PropertyFault, readPropertyList, type PropertyValue } from './property-list.js';
import { message } from '../words/index.js';

type Dict = { readonly [key: string]: PropertyValue };

const isDict = (value: unknown): value is Dict =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const dicts = (value: unknown): Dict[] => (Array.isArray(value) ? value.filter(isDict) : []);
const words = (value: unknown): string | undefined =>
  typeof value === 'string' && value !== '' ? value : undefined;
const figure = (value: unknown): number | undefined =>
  typeof value === 'number' && Number.isSafeInteger(value) && value >= 0 ? value : undefined;

/** Content of media that the registry makes up of others: a container's volumes, seen as a disk of their own. */
const SYNTHESIZED = 'ef57347c-0000-11aa-aa11-00306543ecac';

/**
 * The disks that a macOS lists in its registry (class IOMedia), with the space in use that its profiler tells.
 * @throws PropertyFault
 */
export function macosDisks(ioreg: string, profile: unknown): ReportedDisk[] {
  const media = dicts(readPropertyList(ioreg));
  if (media.length === 0) throw new PropertyFault(message('ioreg.no-media'), 0);
  const volumes = mountedVolumes(profile);
  const whole = media.filter((m) => m['Whole'] === true && contentOf(m) !== SYNTHESIZED);
  return whole.flatMap((m) => diskOf(m, volumes));
}

function diskOf(media: Dict, volumes: readonly Mounted[]): ReportedDisk[] {
  const sizeBytes = figure(media['Size']);
  const name = words(media['BSD Name']);
  if (!sizeBytes || name === undefined) return [];
  const block = figure(media['Preferred Block Size']);
  const scheme = words(media['Content']) ?? '';
  const style = { GUID_partition_scheme: 'gpt' as const, FDisk_partition_scheme: 'mbr' as const }[scheme];
  const partitions = partitionsIn(media).map((p) => partitionOf(p, volumes));
  return [
    {
      name,
      sizeBytes,
      ...(block === 512 || block === 4096 ? { sectorBytes: block } : {}),
      ...(style ? { style } : partitions.length === 0 ? { style: 'none' as const } : {}),
      removable: media['Removable'] === true,
      partitions,
    },
  ];
}

/** The media of a disk's own table: those nearest beneath it that have a place in it. */
function partitionsIn(entry: Dict): Dict[] {
  return dicts(entry['IORegistryEntryChildren']).flatMap((child) =>
    child['Whole'] === false &&
    figure(child['Base']) !== undefined &&
    figure(child['Partition ID']) !== undefined
      ? [child]
      : child['Whole'] === true
        ? []
        : partitionsIn(child),
  );
}

function partitionOf(media: Dict, volumes: readonly Mounted[]): ReportedPartition {
  const type = contentOf(media);
  const volume = volumeOf(media, volumes);
  const uuid = words(media['UUID'])?.toLowerCase();
  const name = words(media['GPT Name']) ?? words(media['IORegistryEntryName']);
  return {
    number: figure(media['Partition ID'])!,
    startBytes: figure(media['Base'])!,
    sizeBytes: figure(media['Size']) ?? 0,
    ...(/^[0-9a-f-]{36}$/.test(type) ? { type } : {}),
    ...(uuid ? { uuid } : {}),
    ...(name ? { name: name.slice(0, 72) } : {}),
    ...(volume ? { volume } : {}),
  };
}

const contentOf = (media: Dict): string =>
  (words(media['Content']) ?? words(media['Content Hint']) ?? '').toLowerCase();

interface Mounted {
  readonly device: string;
  readonly fileSystem: string;
  readonly name: string | undefined;
  readonly sizeBytes: number | undefined;
  readonly freeBytes: number | undefined;
}

function mountedVolumes(profile: unknown): Mounted[] {
  if (!isDict(profile)) return [];
  return dicts(profile['SPStorageDataType']).flatMap((v): Mounted[] => {
    const device = words(v['bsd_name']);
    if (device === undefined) return [];
    return [
      {
        device,
        fileSystem: (words(v['file_system']) ?? '').replace(/\s.*$/, ''),
        name: words(v['_name']),
        sizeBytes: figure(v['size_in_bytes']),
        freeBytes: figure(v['free_space_in_bytes']),
      },
    ];
  });
}

/** The volume on a partition, or of the container on it: volumes of one container share what is free. */
function volumeOf(media: Dict, volumes: readonly Mounted[]): ReportedVolume | undefined {
  const devices = [words(media['BSD Name']), ...wholeBeneath(media)];
  const found = volumes.find((v) =>
    devices.some((d) => d === v.device || (d && v.device.startsWith(`${d}s`))),
  );
  if (!found) return undefined;
  const contained = found.device !== devices[0];
  return {
    fileSystem: contained ? 'apfs' : found.fileSystem,
    ...(found.name && !contained ? { label: found.name } : {}),
    ...(found.sizeBytes === undefined ? {} : { sizeBytes: found.sizeBytes }),
    ...(found.freeBytes === undefined ? {} : { freeBytes: found.freeBytes }),
  };
}

/** Disks made up of what a partition contains. */
function wholeBeneath(media: Dict): string[] {
  return dicts(media['IORegistryEntryChildren']).flatMap((child) => {
    const name = child['Whole'] === true ? words(child['BSD Name']) : undefined;
    return name === undefined ? wholeBeneath(child) : [name];
  });
}
