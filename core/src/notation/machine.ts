import {
  CERTIFICATES,
  ENTRY_ROOM,
  WORD_SIZES,
  DISK_CONTROLLERS,
  DISK_MEDIA,
  FIRMWARE_KINDS,
  FIRMWARE_MODES,
  MachineSchema,
  type Machine,
} from '../machine/index.js';
import { formatExact } from '../quantity/index.js';
import { NOTHING_KNOWN } from './context.js';
import { choice, Fields, oneString, sizeIn, shaped } from './fields.js';
import { quoted, type Line } from './lines.js';
import { entryAnchor, entryLines, takeEntry, takeOrder } from './boot-entries.js';
import type { Remarks } from './remarks.js';

const MODES = [...FIRMWARE_MODES, 'unknown'] as const;

/** The lines of a machine’s facts, each with what its remarks stand at. What is not known is left out. */
export function machineLines(m: Machine): [anchor: string, line: string][] {
  const firmware = [
    `firmware ${m.firmware}`,
    `now ${m.modeInUse}`,
    `installer ${m.mediumStart}`,
    `secure boot ${m.secureBoot}`,
    ...(m.tpm === 'unknown' ? [] : [`tpm ${m.tpm}`]),
    ...(m.wordSize ? [`word size ${m.wordSize}`] : []),
    ...(m.certificates ? [`certificates of ${m.certificates}`] : []),
    ...(m.entryRoom ? [`room for entries ${m.entryRoom}`] : []),
  ];
  const medium = [
    `medium ${m.medium}`,
    ...(m.device === '' ? [] : [`device ${quoted(m.device)}`]),
    ...(m.controller === 'unknown' ? [] : [`controller ${m.controller}`]),
  ];
  return [
    ['firmware', firmware.join(', ')],
    ...(m.ramBytes === null ? [] : [['memory', `memory ${formatExact(m.ramBytes)}`] as [string, string]]),
    ['medium', medium.join(', ')],
    ...m.otherDisks.map((d, i): [string, string] => [
      `other ${i + 1}`,
      `other ${quoted(d.name)}, size ${formatExact(d.sizeBytes)}`,
    ]),
    ...(m.bootEntries ? entryLines(m.bootEntries) : []),
  ];
}

export const MACHINE_KEYWORDS = ['firmware', 'memory', 'medium', 'other', 'entries', 'entry'] as const;
export type MachineKeyword = (typeof MACHINE_KEYWORDS)[number];

/** The machine with what one more line tells. */
export function readMachineLine(m: Machine, keyword: MachineKeyword, line: Line, remarks: Remarks): Machine {
  const fields = new Fields(line, keyword);
  const next = taken(m, keyword, fields);
  fields.done();
  remarks.keep(anchorOf(keyword, next), line);
  return shaped(MachineSchema, next, line.fields[0]!);
}

/** What the remarks of a line stand at, once it was read. */
function anchorOf(keyword: MachineKeyword, { otherDisks, bootEntries }: Machine): string {
  if (keyword === 'other') return `other ${otherDisks.length}`;
  const entry = keyword === 'entry' ? bootEntries?.entries.at(-1) : undefined;
  return entry ? entryAnchor(entry) : keyword;
}

const known = <K extends keyof Machine>(key: K, value: Machine[K]): Partial<Machine> =>
  value === undefined ? {} : { [key]: value };

function taken(m: Machine, keyword: MachineKeyword, fields: Fields): Machine {
  switch (keyword) {
    case 'firmware':
      return {
        ...m,
        firmware: choice(fields.subject, FIRMWARE_KINDS),
        modeInUse: fields.oneOf('now', MODES) ?? 'unknown',
        mediumStart: fields.oneOf('installer', MODES) ?? 'unknown',
        secureBoot: fields.oneOf('secure boot', ['on', 'off', 'unknown'] as const) ?? 'unknown',
        tpm: fields.oneOf('tpm', ['yes', 'no', 'unknown'] as const) ?? 'unknown',
        ...known('wordSize', fields.oneOf('word size', WORD_SIZES)),
        ...known('certificates', fields.oneOf('certificates of', CERTIFICATES)),
        ...known('entryRoom', fields.oneOf('room for entries', ENTRY_ROOM)),
      };
    case 'memory':
      return { ...m, ramBytes: sizeIn(fields.subject, { ...NOTHING_KNOWN, ofMemory: true }) };
    case 'medium':
      return {
        ...m,
        medium: choice(fields.subject, DISK_MEDIA),
        device: fields.string('device') ?? '',
        controller: fields.oneOf('controller', DISK_CONTROLLERS) ?? 'unknown',
      };
    case 'entries':
      return { ...m, bootEntries: { ...takeOrder(fields), entries: m.bootEntries?.entries ?? [] } };
    case 'entry': {
      const { entries = [], ...rest } = m.bootEntries ?? { order: [] };
      return { ...m, bootEntries: { ...rest, entries: [...entries, takeEntry(fields)] } };
    }
    case 'other': {
      const size = fields.need('size');
      const other = { name: oneString(fields.subject), sizeBytes: sizeIn(size, NOTHING_KNOWN) };
      return { ...m, otherDisks: [...m.otherDisks, other] };
    }
  }
}
