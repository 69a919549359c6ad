import { alignDown, sectors } from '../quantity/index.js';
import {
  answering,
  keepable,
  refuseNoDisk,
  disksInLsblk,
  listedSurvey,
  Refused,
  surveyFromLsblk,
  type OtherDiskFound,
  type Survey,
  type SurveyDisk,
  type SurveyIdentity,
  type SurveyOutcome,
  type SurveyPartition,
} from '../survey/index.js';
import type { DiskController, DiskMedium } from '../machine/index.js';
import { mbrType, usualArea } from '../table/index.js';
import { kindOfPrintedName, type Volume } from '../volume/index.js';
import type { MachineReport, ReportedDisk, ReportedPartition, ReportedVolume } from './format.js';
import { macosDisks } from './macos.js';
import { PropertyFault } from './property-list.js';
import { message } from '../words/index.js';

/** A disk that a report tells of. */
export interface ToldDisk {
  /** Linux device path, or what its system calls it. */
  readonly name: string;
  readonly model: string | undefined;
  readonly sizeBytes: number;
  readonly partitions: number;
  readonly medium: DiskMedium | undefined;
  readonly controller: DiskController | undefined;
  /** Its survey, with the other disks of the machine. */
  readonly survey: (identity: SurveyIdentity) => SurveyOutcome;
}

/** A disk of a report, as it is listed to be chosen from. */
export type DiskInReport = Omit<ToldDisk, 'survey'>;

export function diskInReport({ survey: _, ...listed }: ToldDisk): DiskInReport {
  return listed;
}

export type ToldDisks =
  { readonly ok: true; readonly disks: readonly ToldDisk[] } | Extract<SurveyOutcome, { ok: false }>;

/** The disks of a report, those that a system would be installed on first. A report may tell of none. */
export function toldDisks(report: MachineReport): ToldDisks {
  const { lsblk, ioreg, systemProfiler } = report.printed ?? {};
  if (lsblk !== undefined) return fromLsblk(lsblk, report);
  return answering(() => {
    const disks = report.disks ?? (ioreg === undefined ? [] : propertyDisks(ioreg, systemProfiler));
    const standing = disks
      .filter((d) => d.sizeBytes > 0)
      .sort((a, b) => Number(a.removable ?? false) - Number(b.removable ?? false));
    return { ok: true as const, disks: standing.map((disk) => toldDisk(disk, standing)) };
  });
}

function propertyDisks(ioreg: string, profile: unknown): ReportedDisk[] {
  try {
    return macosDisks(ioreg, profile);
  } catch (error) {
    if (error instanceof PropertyFault)
      throw new Refused(message('ioreg.at', { character: error.at + 1, why: error.says }));
    throw error;
  }
}

function fromLsblk(text: string, report: MachineReport): ToldDisks {
  const listed = disksInLsblk(text);
  if (!listed.ok) return listed;
  return {
    ok: true,
    disks: listed.disks.map((disk) => ({
      name: disk.path,
      model: undefined,
      sizeBytes: disk.sizeBytes,
      partitions: disk.partitions,
      medium: disk.medium,
      controller: undefined,
      survey: (identity) => {
        const outcome = surveyFromLsblk(text, identity, disk.path);
        return outcome.ok && !report.by.live ? keepable(withRoot(outcome.survey, report)) : outcome;
      },
    })),
  };
}

/** What the running system tells of itself belongs to the volume that it runs from. */
function withRoot(survey: Survey, { by, mountTable, cryptTable }: MachineReport): Survey {
  const contents = {
    ...(mountTable ? { fstab: mountTable } : {}),
    ...(cryptTable ? { crypttab: cryptTable } : {}),
    ...(by.name ? { systemName: by.name } : {}),
  };
  return {
    ...survey,
    partitions: survey.partitions.map((p) =>
      p.volume?.mountPoint === '/'
        ? { ...p, volume: { ...p.volume, contents: { ...p.volume.contents, ...contents } } }
        : p,
    ),
  };
}

function toldDisk(disk: ReportedDisk, all: readonly ReportedDisk[]): ToldDisk {
  const others = all
    .filter((d) => d !== disk)
    .map((d): OtherDiskFound => ({ name: d.model ?? d.name, sizeBytes: d.sizeBytes }));
  return {
    name: disk.name,
    model: disk.model,
    sizeBytes: disk.sizeBytes,
    partitions: disk.partitions?.length ?? 0,
    medium: disk.medium,
    controller: disk.controller,
    survey: (identity) =>
      answering(() => {
        const survey = surveyOf(disk, identity);
        return keepable(others.length > 0 ? { ...survey, otherDisks: others } : survey);
      }),
  };
}

function surveyOf(disk: ReportedDisk, identity: SurveyIdentity): Survey {
  const sectorBytes = disk.sectorBytes ?? 512;
  refuseNoDisk(disk.sizeBytes);
  const sizeSectors = sectors(Math.floor(disk.sizeBytes / sectorBytes));
  // What was not told is not "none": no list of partitions, or no kind of table and nothing that shows it.
  const told = disk.partitions;
  if (told === undefined && disk.style !== 'none')
    throw new Refused(message('report.no-partitions', { disk: disk.name }));
  const style = disk.style ?? styleBy(told ?? []);
  if (style === undefined) throw new Refused(message('report.no-style', { disk: disk.name }));
  const surveyed: SurveyDisk = {
    sizeSectors,
    sectorBytes,
    style,
    ...usualArea(style, sizeSectors, sectorBytes),
    ...(disk.tableId ? { tableId: bare(disk.tableId) } : {}),
    ...(disk.name.startsWith('/dev/') ? { device: disk.name } : {}),
    ...(disk.model ? { model: disk.model } : {}),
    // A system calls a disk without a table that it knows so, whether it is blank or one volume of another system.
    ...(style === 'none' ? { bareVolume: { kind: 'unknown' as const } } : {}),
  };
  const listed = numbered(told ?? [], style).map(([p, number]) => partitionOf(p, number, sectorBytes));
  return listedSurvey(surveyed, listed, { kind: 'report' }, identity);
}

function styleBy(partitions: readonly ReportedPartition[]): 'gpt' | 'mbr' | undefined {
  if (partitions.length === 0) return undefined;
  return partitions.some(({ type }) => typeof type === 'string' && bare(type).length === 36) ? 'gpt' : 'mbr';
}

/** GUIDs are printed with braces and in capitals by some. */
const bare = (id: string): string => id.replace(/[{}]/g, '').toLowerCase();

/**
 * In disk order, each with its number in the table. A Windows counts in its own way; then those of a GPT are taken to stand
 * in disk order, and logicals are numbered from 5 on, as the chain has them.
 */
function numbered(
  list: readonly ReportedPartition[],
  style: SurveyDisk['style'],
): (readonly [ReportedPartition, number])[] {
  const inOrder = [...list].sort((a, b) => a.startBytes - b.startBytes || b.sizeBytes - a.sizeBytes);
  if (inOrder.every((p) => p.number !== undefined)) return inOrder.map((p) => [p, p.number!]);
  const container = style === 'mbr' ? inOrder.find((p) => isExtended(p)) : undefined;
  const isInside = (p: ReportedPartition) =>
    container !== undefined &&
    p !== container &&
    p.startBytes >= container.startBytes &&
    p.startBytes < container.startBytes + container.sizeBytes;
  let [primary, logical] = [1, 5];
  return inOrder.map((p) => [p, isInside(p) ? logical++ : primary++]);
}

const isExtended = ({ type }: ReportedPartition): boolean =>
  typeof type === 'number' && [0x05, 0x0f, 0x85].includes(type);

function partitionOf(p: ReportedPartition, number: number, sectorBytes: number): SurveyPartition {
  const type = typeof p.type === 'number' ? mbrType(p.type) : p.type && bare(p.type);
  const start = Math.floor(p.startBytes / sectorBytes);
  return {
    id: `found-${number}`,
    number,
    start: sectors(start),
    length: sectors(Math.floor(alignDown(p.sizeBytes, sectorBytes) / sectorBytes)),
    ...(type ? { type } : {}),
    ...(p.uuid ? { uuid: bare(p.uuid) } : {}),
    ...(p.name ? { name: p.name } : {}),
    ...(p.active ? { active: true } : {}),
    ...(p.volume ? { volume: volumeOf(p.volume) } : {}),
  };
}

/** Windows calls all of FAT by the width of its table; elsewhere it is one file system. */
const kindOf = (fileSystem: string | undefined): Volume['kind'] =>
  !fileSystem ? 'unknown' : kindOfPrintedName(/^fat\d*$/i.test(fileSystem) ? 'vfat' : fileSystem);

function volumeOf(v: ReportedVolume): Volume {
  const encrypted = v.encryption === undefined ? undefined : v.encryption !== 'off';
  // A volume that is locked, or of an unknown kind, is told with a size of 0 and 0 free: then nothing is known of it.
  const used = v.sizeBytes && v.freeBytes !== undefined ? v.sizeBytes - v.freeBytes : undefined;
  return {
    // From outside it is listed as what it is: encrypted.
    kind: encrypted ? 'windows-encrypted' : kindOf(v.fileSystem),
    ...(v.label ? { label: v.label } : {}),
    ...(v.uuid ? { uuid: v.uuid } : {}),
    ...(v.sizeBytes ? { sizeBytes: v.sizeBytes } : {}),
    ...(used !== undefined && used >= 0 ? { usedBytes: used, usedEvidence: 'reported' as const } : {}),
    ...(v.leastBytes ? { floor: { bytes: v.leastBytes, evidence: 'owner-limit' as const } } : {}),
    ...(v.mountPoint?.startsWith('/') ? { mountPoint: v.mountPoint } : {}),
    ...(encrypted === undefined ? {} : { encrypted }),
  };
}
