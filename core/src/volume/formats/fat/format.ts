import { writeUint, type Stretch } from '../../../bytes/index.js';
import { ATTRIBUTE, BPB, ENTRY_BYTES, LEAST_FAT32_CLUSTERS } from './layout.js';

export interface Fat32Options {
  readonly sizeBytes: number;
  readonly sectorBytes: number;
  /** At most eleven characters; empty for none. */
  readonly label: string;
  readonly serial: number;
  /** Sectors of the disk before the volume. */
  readonly hiddenSectors: number;
}

const RESERVED_SECTORS = 32;
const FAT_COUNT = 2;
const INFO_SECTOR = 1;
const BACKUP_SECTOR = 6;
const ROOT_CLUSTER = 2;
const END_OF_CHAIN = 0x0fffffff;
const MEDIA_FIXED = 0xf8;
/** Cluster sizes up to a volume size, as the specification's own table recommends them. */
const CLUSTER_TABLE: readonly (readonly [number, number])[] = [
  [260 * 2 ** 20, 512],
  [8 * 2 ** 30, 4096],
  [16 * 2 ** 30, 8192],
  [32 * 2 ** 30, 16384],
  [Infinity, 32768],
];

/**
 * An empty FAT32 volume with a label, as the stretches of it that are not zero (FAT specification 1.03, "FAT Volume
 * Initialization"). `undefined` where it is too small to be FAT32: fewer than 65 525 clusters.
 */
export function formatFat32(options: Fat32Options): Stretch[] | undefined {
  const { sizeBytes, sectorBytes } = options;
  const sectors = Math.floor(sizeBytes / sectorBytes);
  const wanted = CLUSTER_TABLE.find(([most]) => sizeBytes <= most)![1];
  for (let perCluster = Math.max(1, wanted / sectorBytes); perCluster >= 1; perCluster /= 2) {
    const layout = layOut(sectors, sectorBytes, perCluster);
    if (layout.clusters >= LEAST_FAT32_CLUSTERS) return stretchesOf(options, sectors, perCluster, layout);
  }
  return undefined;
}

interface Layout {
  readonly fatSectors: number;
  readonly clusters: number;
}

/** The least FAT that has an entry for every cluster that is left beside it. */
function layOut(sectors: number, sectorBytes: number, perCluster: number): Layout {
  const perSector = sectorBytes / 4;
  const data = sectors - RESERVED_SECTORS;
  const fatSectors = Math.max(1, Math.ceil((data + 2 * perCluster) / (perSector * perCluster + FAT_COUNT)));
  return { fatSectors, clusters: Math.floor((data - FAT_COUNT * fatSectors) / perCluster) };
}

function stretchesOf(options: Fat32Options, sectors: number, perCluster: number, layout: Layout): Stretch[] {
  const { sectorBytes, label } = options;
  const boot = bootSector(options, sectors, perCluster, layout.fatSectors);
  const info = infoSector(sectorBytes, layout.clusters - 1);
  const fat = new Uint8Array(12);
  [0x0fffff00 | MEDIA_FIXED, END_OF_CHAIN, END_OF_CHAIN].forEach((entry, i) =>
    writeUint(fat, { at: i * 4, size: 4 }, entry),
  );
  const at = (sector: number, bytes: Uint8Array): Stretch => ({ offset: sector * sectorBytes, bytes });
  const root = RESERVED_SECTORS + FAT_COUNT * layout.fatSectors;
  return [
    at(0, boot),
    at(INFO_SECTOR, info),
    at(BACKUP_SECTOR, boot),
    at(BACKUP_SECTOR + INFO_SECTOR, info),
    at(RESERVED_SECTORS, fat),
    at(RESERVED_SECTORS + layout.fatSectors, fat),
    ...(label === '' ? [] : [at(root, labelEntry(label))]),
  ];
}

function bootSector(
  { sectorBytes, label, serial, hiddenSectors }: Fat32Options,
  sectors: number,
  perCluster: number,
  fatSectors: number,
): Uint8Array {
  const boot = new Uint8Array(sectorBytes);
  const put = (at: number, size: number, value: number) => writeUint(boot, { at, size }, value);
  boot.set([0xeb, 0x58, 0x90]);
  boot.set(ascii('RHIZOTOM', 8), BPB.oemName);
  put(BPB.bytesPerSector, 2, sectorBytes);
  put(BPB.sectorsPerCluster, 1, perCluster);
  put(BPB.reservedSectors, 2, RESERVED_SECTORS);
  put(BPB.fatCount, 1, FAT_COUNT);
  put(BPB.media, 1, MEDIA_FIXED);
  put(BPB.sectorsPerTrack, 2, 63);
  put(BPB.heads, 2, 255);
  put(BPB.hiddenSectors, 4, hiddenSectors > 0xffffffff ? 0 : hiddenSectors);
  put(BPB.sectors32, 4, sectors);
  put(BPB.fatSectors32, 4, fatSectors);
  put(BPB.rootCluster, 4, ROOT_CLUSTER);
  put(BPB.infoSector, 2, INFO_SECTOR);
  put(BPB.backupBoot, 2, BACKUP_SECTOR);
  put(BPB.drive32, 1, 0x80);
  put(BPB.bootSignature32, 1, 0x29);
  put(BPB.serial32, 4, serial);
  boot.set(ascii(label === '' ? 'NO NAME' : label.toUpperCase(), 11), BPB.label32);
  boot.set(ascii('FAT32', 8), BPB.type32);
  put(BPB.signature, 2, 0xaa55);
  return boot;
}

function infoSector(sectorBytes: number, free: number): Uint8Array {
  const info = new Uint8Array(sectorBytes);
  writeUint(info, { at: 0, size: 4 }, 0x41615252);
  writeUint(info, { at: 484, size: 4 }, 0x61417272);
  writeUint(info, { at: 488, size: 4 }, free);
  writeUint(info, { at: 492, size: 4 }, ROOT_CLUSTER + 1);
  writeUint(info, { at: 508, size: 4 }, 0xaa550000);
  return info;
}

function labelEntry(label: string): Uint8Array {
  const entry = new Uint8Array(ENTRY_BYTES);
  entry.set(ascii(label.toUpperCase(), 11));
  entry[11] = ATTRIBUTE.label;
  return entry;
}

/** Padded with spaces; what is not ASCII becomes an underscore. */
function ascii(text: string, length: number): number[] {
  return Array.from(text.padEnd(length).slice(0, length), (c) =>
    /[\x20-\x7e]/.test(c) ? c.charCodeAt(0) : 0x5f,
  );
}
