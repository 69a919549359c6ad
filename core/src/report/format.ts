import { z } from 'zod';
import { CERTIFICATES, WORD_SIZES } from '../machine/index.js';
import { FAMILIES } from '../system/index.js';
import {
  parseJson,
  readDocumentOf,
  statedVersion,
  type DocumentKind,
  type ReadDocument,
} from '../schema/index.js';

/** Cut where it is longer than anything here needs: no name is worth a report. */
const text = (most: number) => z.string().transform((said) => said.slice(0, most));
/** Refused where it is longer: cut, it would be another text. */
const whole = (most: number) => z.string().max(most);
const bytes = z.int().nonnegative();

const volume = z.object({
  fileSystem: text(40).optional(),
  label: text(255).optional(),
  uuid: text(80).optional(),
  sizeBytes: bytes.optional(),
  freeBytes: bytes.optional(),
  mountPoint: text(255).optional(),
  /** The least size that the system's own tool would shrink it to. */
  leastBytes: bytes.optional(),
  encryption: z.enum(['on', 'suspended', 'off']).optional(),
});

const partition = z.object({
  number: z.int().nonnegative().optional(),
  startBytes: bytes,
  sizeBytes: bytes,
  /** A GUID, with or without braces, or the number of an MBR type. */
  type: z.union([text(40), z.int().min(0).max(255)]).optional(),
  uuid: text(64).optional(),
  name: text(72).optional(),
  active: z.boolean().optional(),
  volume: volume.optional(),
});

const disk = z.object({
  /** Linux device path, or what the system calls it. */
  name: text(64),
  model: text(80).optional(),
  /** 0: a reader without its card. */
  sizeBytes: bytes,
  sectorBytes: z.union([z.literal(512), z.literal(4096)]).optional(),
  style: z.enum(['gpt', 'mbr', 'none']).optional(),
  tableId: text(64).optional(),
  medium: z.enum(['nvme', 'sata-ssd', 'hdd', 'emmc']).optional(),
  controller: z.enum(['plain', 'raid']).optional(),
  removable: z.boolean().optional(),
  partitions: z.array(partition).max(300).optional(),
});

/**
 * What a system tells of the machine that it runs on. Everything but the frame may be absent: what is unknown is left
 * out. Sizes and places in bytes. Fields that this version does not know are passed over.
 */
const ReportSchema = z.object({
  format: z.literal('rhizotome/report'),
  version: z.literal(1),
  takenAt: z.iso.datetime({ offset: true }).optional(),
  by: z.object({
    family: z.enum(FAMILIES),
    name: text(80).optional(),
    /** Started from a medium, and not installed here. */
    live: z.boolean().optional(),
    administrator: z.boolean().optional(),
  }),
  machine: z
    .object({
      mode: z.enum(['uefi', 'bios']).optional(),
      secureBoot: z.boolean().optional(),
      memoryBytes: z.int().positive().optional(),
      /** Version of the specification that its TPM follows, or `none`. */
      tpm: text(40).optional(),
      /** Bits of its UEFI firmware. */
      wordSize: z.enum(WORD_SIZES).optional(),
      /** The newest certificates among those of its Secure Boot. */
      certificates: z.enum(CERTIFICATES).optional(),
      /** Its disk is part of the processor, and no other system starts from it by itself. */
      appleSilicon: z.boolean().optional(),
    })
    .optional(),
  disks: z.array(disk).max(32).optional(),
  sleep: z.object({ hibernation: z.boolean().optional(), fastStartup: z.boolean().optional() }).optional(),
  clock: z.enum(['utc', 'local']).optional(),
  /** Text of /etc/fstab. */
  mountTable: whole(200_000).optional(),
  /** Of /etc/crypttab, a name and a source a line: no key files, no options. */
  cryptTable: whole(50_000).optional(),
  /** Variables of the firmware by name: the hex digits of their files in efivarfs. */
  variables: z.record(whole(80), whole(20_000)).optional(),
  /** What general utilities printed. */
  printed: z
    .object({
      /** `lsblk --json --bytes`, with what /sys tells of places and numbers beneath. */
      lsblk: whole(4_000_000).optional(),
      /** `ioreg -a -c IOMedia -r -l`: a property list. */
      ioreg: whole(8_000_000).optional(),
      /** `system_profiler -json SPStorageDataType …`. */
      systemProfiler: z.unknown().optional(),
    })
    .optional(),
});

export type MachineReport = z.output<typeof ReportSchema>;
export type ReportedDisk = z.output<typeof disk>;
export type ReportedPartition = z.output<typeof partition>;
export type ReportedVolume = z.output<typeof volume>;

const REPORT_DOCUMENT: DocumentKind<MachineReport> = {
  version: 1,
  schema: ReportSchema,
  upgrades: [],
  versionOf: statedVersion,
};

/** Whether a text is likely a report: it names the format. */
export const looksLikeReport = (text: string): boolean => text.includes('"rhizotome/report"');

/** Where the report begins: what was typed before it may hold braces too. */
const BEGINNING = /\{\s*"format":\s*"rhizotome\/report"/g;

/**
 * A report of any version from a text. What a console prints before or behind it is passed over; null counts as absent,
 * and so does an object without fields, since that is how systems print what they do not know (`{}`: Windows
 * PowerShell 5.1). Never throws.
 */
export function readReport(text: string): ReadDocument<MachineReport> {
  const from = [...text.matchAll(BEGINNING)].at(-1)?.index ?? text.indexOf('{');
  const json = text.slice(Math.max(0, from), text.lastIndexOf('}') + 1);
  for (const attempt of [json, unwrapped(json)]) {
    const value = parsed(attempt);
    if (value !== undefined) return readDocumentOf(REPORT_DOCUMENT, asTold(value));
  }
  return { ok: false, fault: { code: 'not-json' } };
}

function parsed(json: string): unknown {
  try {
    return parseJson(json);
  } catch {
    return undefined;
  }
}

/** Text copied from a narrow console has line breaks within its strings, where JSON allows none. */
const unwrapped = (json: string): string =>
  json.replace(/"(?:[^"\\]|\\[^])*"/g, (string) => string.replace(/[\r\n]+/g, ''));

function asTold(value: unknown): unknown {
  if (Array.isArray(value)) return value.filter((item) => item !== null).map(asTold);
  if (typeof value !== 'object' || value === null) return value;
  const list = listIn(value);
  if (list) return asTold(list);
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => !isNothing(inner))
      .map(([key, inner]) => [key, asTold(inner)]),
  );
}

const isNothing = (value: unknown): boolean =>
  value === null || (typeof value === 'object' && !Array.isArray(value) && Object.keys(value).length === 0);

/** A list that Windows PowerShell 5.1 wrapped: `{ "value": [...], "Count": 2 }`. */
function listIn(value: object): readonly unknown[] | undefined {
  const { value: list, Count, ...rest } = value as { value?: unknown; Count?: unknown };
  return Array.isArray(list) && Count === list.length && Object.keys(rest).length === 0 ? list : undefined;
}
