import { basename } from 'node:path';
import {
  damageSays,
  inEnglish,
  formatBinary,
  formatBoth,
  formatDecimal,
  gapsOf,
  MIB,
  printNotation,
  surveyDocument,
  surveyFromCapture,
  surveyFromDisk,
  typeName,
  unreadSays,
  volumeName,
  type Survey,
  type SurveyOutcome,
  type SurveyPartition,
} from '@rhizotome/core';
import { Failure } from '../failure.js';
import { newIdentity, openDisk, readBytes } from '../input.js';
import { print, printJson } from '../output.js';
import { whileTelling } from '../progress.js';
import { visible } from '../visible.js';
import { text as textOf } from '../words.js';

export interface SurveyOptions {
  readonly tail?: string;
  readonly size?: number;
  readonly sector?: number;
  readonly json?: boolean;
  readonly notation?: boolean;
}

/** Reads a disk and prints what is on it. */
export function survey(path: string, options: SurveyOptions): void {
  const taken = takeSurvey(path, options);
  if (options.json) printJson(surveyDocument(taken));
  else if (options.notation)
    print(printNotation({ name: '', story: '', survey: taken, plan: null }).trimEnd());
  else print(inWords(taken));
}

/** @throws Failure where the bytes are not those of a disk */
function takeSurvey(path: string, options: SurveyOptions): Survey {
  const outcome =
    options.tail === undefined ? wholeDisk(path, options) : captured(path, options.tail, options);
  if (!outcome.ok) throw new Failure(`${path}: ${textOf(outcome.refusal.says)}`);
  return outcome.survey;
}

function wholeDisk(path: string, options: SurveyOptions): SurveyOutcome {
  if (options.size !== undefined)
    throw new Failure('--size goes with --tail: the size of the disk that both ends are of.');
  const disk = openDisk(path);
  const sectorBytes = options.sector ?? disk.sectorBytes;
  const kind = disk.format === 'capture' ? 'capture' : 'image';
  return whileTelling(({ watch, onProgress }) =>
    surveyFromDisk(watch(disk.source), { kind, files: [disk.name] }, newIdentity(), {
      sectorBytes,
      onProgress,
    }),
  );
}

function captured(path: string, tail: string, { size, sector }: SurveyOptions): SurveyOutcome {
  if (size === undefined)
    throw new Failure('With --tail, the size of the disk in bytes is needed: --size N.');
  if (sector !== undefined) throw new Failure('--sector cannot be given with --tail: the two ends tell it.');
  const file = (name: string) => ({ name: basename(name), bytes: readBytes(name) });
  return surveyFromCapture({ head: file(path), tail: file(tail), diskBytes: size }, newIdentity());
}

function inWords(survey: Survey): string {
  const { disk, damage, containers = [] } = survey;
  const style = disk.style === 'none' ? 'no partition table' : disk.style.toUpperCase();
  const size = formatBoth(disk.sizeSectors * disk.sectorBytes);
  const bare = disk.bareVolume ? [`The whole disk holds ${contentOf({ volume: disk.bareVolume })}.`] : [];
  const rows = [
    ...survey.partitions.map((p) => partitionRow(p, disk.sectorBytes)),
    ...containers.map((c) => row(c, String(c.number), 'extended container', '', '', disk.sectorBytes)),
    ...gapsOf(survey, MIB).map((g) => row(g, '', 'free', '', '', disk.sectorBytes)),
  ].sort((a, b) => a.start - b.start);
  const heading = ['No.', 'Start', 'Binary', 'Decimal', 'Type', 'Content', 'Used'];
  return [
    `${size}, ${style}, sectors of ${disk.sectorBytes} bytes`,
    ...damage.map((d) => `! ${inEnglish(damageSays(d))}`),
    ...bare,
    ...(rows.length > 0 ? ['', ...table([heading, ...rows.map((r) => r.cells.map(visible))])] : []),
  ]
    .map(visible)
    .join('\n');
}

interface Row {
  readonly start: number;
  readonly cells: readonly string[];
}

function row(
  span: { readonly start: number; readonly length: number },
  number: string,
  type: string,
  content: string,
  used: string,
  sectorBytes: number,
): Row {
  const size = span.length * sectorBytes;
  return {
    start: span.start,
    cells: [number, String(span.start), formatBinary(size), formatDecimal(size), type, content, used],
  };
}

function partitionRow(p: SurveyPartition, sectorBytes: number): Row {
  const used = p.volume?.usedBytes === undefined ? '' : formatBinary(p.volume.usedBytes);
  return row(p, String(p.number), p.type ? typeName(p.type) : '', contentOf(p), used, sectorBytes);
}

function contentOf({ volume }: Pick<SurveyPartition, 'volume'>): string {
  if (!volume) return 'not read';
  const said = [
    volume.variant ?? inEnglish(volumeName(volume.kind)),
    volume.label ? `“${volume.label}”` : '',
    volume.hibernated ? '(a system sleeps in it)' : volume.dirty ? '(not closed cleanly)' : '',
    volume.unread ? `(not read: ${volume.unread.map((kept) => textOf(unreadSays(kept))).join('; ')})` : '',
  ];
  return said.filter((s) => s !== '').join(' ');
}

function table(rows: readonly (readonly string[])[]): string[] {
  const widths = rows[0]!.map((_, i) => Math.max(...rows.map((r) => r[i]!.length)));
  return rows.map((r) =>
    r
      .map((cell, i) => cell.padEnd(widths[i]!))
      .join('  ')
      .trimEnd(),
  );
}
