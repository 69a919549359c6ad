import { ALIGNMENT_BYTES, alignUp, bytes, formatExact, sectors, type Sectors } from '../quantity/index.js';
import { parseJson } from '../schema/index.js';
import {
  DamageSchema,
  SOURCE_KINDS,
  type Comments,
  type Survey,
  type SurveyDisk,
  type SurveyIdentity,
  type SurveyPartition,
} from '../survey/index.js';
import { ENTRY_COUNT, usualArea, usableArea, type TableContainer } from '../table/index.js';
import type { Volume } from '../volume/index.js';
import { NOTHING_KNOWN } from './context.js';
import { typeCodeIn } from './type-code.js';
import { Fields, oneString, sizeIn, wholeNumber } from './fields.js';
import { quoted, stringsIn, type Line, type Text } from './lines.js';
import { withRemarks, type Remarks } from './remarks.js';
import { defined, insideLines, takeVolume, volumeFields } from './volume.js';
import { message } from '../words/index.js';

/** The lines of a survey, remarks included. */
export function surveyLines(survey: Survey, comments: Comments | undefined): string[] {
  const { disk } = survey;
  const place = (n: number) => formatExact(n * disk.sectorBytes);
  const put = (anchor: string, fields: readonly string[]) => withRemarks(comments, anchor, fields.join(', '));
  const span = (p: { start: number; length: number }) => [`at ${place(p.start)}`, `size ${place(p.length)}`];
  return [
    ...put('read', readFields(survey)),
    ...put('disk', [
      'disk',
      `size ${place(disk.sizeSectors)}`,
      `sector ${disk.sectorBytes} B`,
      `table ${disk.style}`,
      ...(disk.tableId === undefined ? [] : [`id ${quoted(disk.tableId)}`]),
      `usable ${disk.firstUsable} to ${disk.usableEnd}`,
      ...(disk.device === undefined ? [] : [`device ${quoted(disk.device)}`]),
      ...(disk.model === undefined ? [] : [`model ${quoted(disk.model)}`]),
      ...(disk.bootCode ? ['boot code'] : []),
      ...(disk.bareVolume ? volumeFields(disk.bareVolume) : []),
    ]),
    ...(survey.otherDisks ?? []).flatMap((d) =>
      put(`beside ${d.name}`, [`beside ${quoted(d.name)}`, `size ${formatExact(d.sizeBytes)}`]),
    ),
    ...survey.damage.flatMap((d, i) => put(`damage ${i + 1}`, [`damage ${quoted(JSON.stringify(d))}`])),
    ...(survey.containers ?? []).flatMap((c) =>
      put(`container ${c.number}`, [`container ${c.number}`, ...span(c), `type ${c.type}`]),
    ),
    ...survey.partitions.flatMap((p) => [
      ...put(`found ${p.number}`, [`found ${p.number}`, ...span(p), ...partitionFields(p, place)]),
      ...(p.volume ? insideLines(p.volume) : []),
    ]),
    ...(survey.safetyCopy === undefined ? [] : put('sectors', [`sectors ${quoted(survey.safetyCopy)}`])),
  ];
}

function readFields({ takenAt, source, id }: Survey): string[] {
  const files = source.files?.length ? [`files ${source.files.map(quoted).join(' ')}`] : [];
  return [`read ${quoted(takenAt)}`, `by ${source.kind}`, ...files, `as ${quoted(id)}`];
}

function partitionFields(p: SurveyPartition, place: (n: number) => string): string[] {
  return [
    ...(p.id === `found-${p.number}` ? [] : [`as ${quoted(p.id)}`]),
    ...(p.type === undefined ? [] : [`type ${p.type}`]),
    ...(p.uuid === undefined ? [] : [`id ${quoted(p.uuid)}`]),
    ...(p.name === undefined ? [] : [`name ${quoted(p.name)}`]),
    ...(p.attributes === undefined ? [] : [`attributes ${p.attributes}`]),
    ...(p.active === undefined ? [] : [p.active ? 'active' : 'inactive']),
    ...(p.logical === undefined ? [] : [p.logical ? 'logical' : 'primary']),
    ...(p.ebrAt === undefined ? [] : [`record at ${place(p.ebrAt)}`]),
    ...(p.volume ? volumeFields(p.volume) : []),
  ];
}

export const SURVEY_KEYWORDS = ['read', 'disk', 'beside', 'damage', 'container', 'found', 'sectors'] as const;
export type SurveyKeyword = (typeof SURVEY_KEYWORDS)[number];

/** Builds a survey from its lines, one after the other. */
export class SurveyReader {
  private disk: SurveyDisk | undefined;
  private areaTold = false;
  private identity: SurveyIdentity;
  private source: Survey['source'] = { kind: 'notation' };
  private readonly damage: Survey['damage'][number][] = [];
  private readonly containers: TableContainer[] = [];
  private readonly partitions: SurveyPartition[] = [];
  private readonly otherDisks: { name: string; sizeBytes: number }[] = [];
  private safetyCopy: string | undefined;
  /** The volumes that a line with `>` may stand in, outermost first. */
  private open: Volume[] = [];

  constructor(
    private readonly remarks: Remarks,
    identity: SurveyIdentity,
  ) {
    this.identity = identity;
  }

  read(keyword: SurveyKeyword, line: Line): void {
    const fields = new Fields(line, keyword);
    this.open = [];
    const anchor = this.take(keyword, fields);
    fields.done();
    this.remarks.keep(anchor, line);
  }

  /** A line that begins with `>`: a volume inside the one before it. */
  inside(line: Line): void {
    const first = line.fields[0]!;
    const parent = this.open[line.depth - 1];
    const kind = first.after('holds');
    if (!parent || !kind) return first.fault(message('text.inside-line'));
    const fields = new Fields(line, 'holds');
    const volume = takeVolume(fields, kind)!;
    fields.done();
    Object.assign(parent, { inside: [...(parent.inside ?? []), volume] });
    this.open = [...this.open.slice(0, line.depth), volume];
  }

  /** @returns `undefined` where no line told of a disk. */
  finish(): Survey | undefined {
    if (!this.disk) return undefined;
    const disk = { ...this.disk, ...this.areaForEntries(this.disk) };
    const optional = defined({
      containers: this.containers.length > 0 ? this.containers : undefined,
      otherDisks: this.otherDisks.length > 0 ? this.otherDisks : undefined,
      safetyCopy: this.safetyCopy,
    });
    return {
      format: 'rhizotome/survey',
      version: 1,
      ...this.identity,
      source: this.source,
      disk,
      damage: this.damage,
      partitions: [...this.partitions].sort((a, b) => a.start - b.start),
      ...optional,
    };
  }

  /** More than 128 entries take more of both ends of the disk. */
  private areaForEntries({ style, sizeSectors, sectorBytes }: SurveyDisk): Partial<SurveyDisk> {
    const highest = Math.max(0, ...this.partitions.map((p) => p.number));
    if (style !== 'gpt' || this.areaTold || highest <= ENTRY_COUNT) return {};
    const { first, end } = usableArea(sizeSectors, sectorBytes, highest);
    return { firstUsable: first, usableEnd: end };
  }

  /** Takes one line in; gives what its remarks stand at. */
  private take(keyword: SurveyKeyword, fields: Fields): string {
    switch (keyword) {
      case 'read':
        return this.takeReading(fields);
      case 'disk':
        return this.takeDisk(fields);
      case 'beside':
        return this.takeOtherDisk(fields);
      case 'damage':
        return this.takeDamage(fields.subject);
      case 'container':
        return this.takeContainer(fields);
      case 'found':
        return this.takePartition(fields);
      case 'sectors':
        this.safetyCopy = oneString(fields.subject);
        return 'sectors';
    }
  }

  private takeReading(fields: Fields): string {
    const files = fields.take('files');
    this.source = {
      kind: fields.oneOf('by', SOURCE_KINDS) ?? 'notation',
      ...(files ? { files: stringsIn(files) } : {}),
    };
    this.identity = { id: fields.string('as') ?? this.identity.id, takenAt: oneString(fields.subject) };
    return 'read';
  }

  private takeDisk(fields: Fields): string {
    if (this.disk) fields.line.fields[0]!.fault(message('text.one-disk'));
    const size = fields.need('size');
    const sectorBytes = fields.size('sector', NOTHING_KNOWN) ?? 512;
    if (sectorBytes !== 512 && sectorBytes !== 4096) fields.subject.fault(message('text.sector-size'));
    const style = fields.oneOf('table', ['gpt', 'mbr', 'none'] as const) ?? 'gpt';
    const sizeSectors = sectors(Math.floor(sizeIn(size, NOTHING_KNOWN) / sectorBytes));
    const usable = fields.take('usable');
    this.areaTold = usable !== undefined;
    this.disk = {
      sizeSectors,
      sectorBytes,
      style,
      ...defined({ tableId: fields.string('id') }),
      ...(usable ? areaIn(usable) : areaBy(style, sizeSectors, sectorBytes, size)),
      ...defined({
        device: fields.string('device'),
        model: fields.string('model'),
        bootCode: fields.flag('boot code') || undefined,
        bareVolume: takeVolume(fields),
      }),
    };
    return 'disk';
  }

  private takeOtherDisk(fields: Fields): string {
    const name = oneString(fields.subject);
    const size = fields.need('size');
    this.otherDisks.push({ name, sizeBytes: sizeIn(size, NOTHING_KNOWN) });
    return `beside ${name}`;
  }

  private takeDamage(text: Text): string {
    const parsed = DamageSchema.safeParse(jsonOrNothing(oneString(text)));
    if (!parsed.success) return text.fault(message('text.damage-unknown'));
    this.damage.push(parsed.data);
    return `damage ${this.damage.length}`;
  }

  private takeContainer(fields: Fields): string {
    const number = wholeNumber(fields.subject);
    const span = this.spanOf(fields, this.neededDisk(fields));
    this.containers.push({ number, ...span, type: fields.word('type') ?? '0x05' });
    return `container ${number}`;
  }

  private takePartition(fields: Fields): string {
    const disk = this.neededDisk(fields);
    const number = wholeNumber(fields.subject);
    const record = fields.take('record at');
    const volume = takeVolume(fields);
    this.partitions.push({
      id: fields.string('as') ?? `found-${number}`,
      number,
      ...this.spanOf(fields, disk),
      ...defined({
        type: typeCodeIn(fields.take('type'), disk.style === 'mbr' ? 'mbr' : 'gpt'),
        uuid: fields.string('id'),
        name: fields.string('name'),
        attributes: fields.word('attributes'),
        active: either(fields, 'active', 'inactive'),
        logical: either(fields, 'logical', 'primary'),
        ebrAt: record && sectorsIn(record, disk),
        volume,
      }),
    });
    this.open = volume ? [volume] : [];
    return `found ${number}`;
  }

  private neededDisk(fields: Fields): SurveyDisk {
    return this.disk ?? fields.line.fields[0]!.fault(message('text.disk-first'));
  }

  private lengthIn(text: Text, disk: SurveyDisk, rest: number): Sectors {
    const whole = bytes(disk.sizeSectors * disk.sectorBytes);
    return this.remarks.wholeSectors(
      text,
      sizeIn(text, { disk: whole, rest: bytes(rest) }),
      disk.sectorBytes,
    );
  }

  /** Where no place is told, the first aligned one behind what was told before. */
  private spanOf(fields: Fields, disk: SurveyDisk): { start: Sectors; length: Sectors } {
    const at = fields.take('at');
    const size = fields.need('size');
    const ends = this.partitions.map((p) => p.start + p.length);
    const behind = alignUp(Math.max(disk.firstUsable, ...ends), ALIGNMENT_BYTES / disk.sectorBytes);
    const start = at ? sectorsIn(at, disk) : sectors(behind);
    const whole = disk.sizeSectors * disk.sectorBytes;
    const rest = Math.max(0, disk.usableEnd - start) * disk.sectorBytes;
    const length = this.lengthIn(size, disk, rest);
    if (start + length > disk.sizeSectors) size.fault(message('text.beyond-disk', { disk: whole }));
    return { start, length };
  }
}

function jsonOrNothing(text: string): unknown {
  try {
    return parseJson(text);
  } catch {
    return undefined;
  }
}

function areaIn(text: Text): Pick<SurveyDisk, 'firstUsable' | 'usableEnd'> {
  const match = /^(\d+) to (\d+)$/.exec(text.text);
  if (!match) return text.fault(message('text.usable-area'));
  return { firstUsable: sectors(Number(match[1])), usableEnd: sectors(Number(match[2])) };
}

function areaBy(style: SurveyDisk['style'], sizeSectors: Sectors, sectorBytes: number, size: Text) {
  if (style === 'gpt' && sizeSectors < 128) return size.fault(message('text.too-small-gpt'));
  return usualArea(style, sizeSectors, sectorBytes);
}

/** A place, which must be whole sectors. */
function sectorsIn(text: Text, disk: SurveyDisk): Sectors {
  const whole = disk.sizeSectors * disk.sectorBytes;
  const size = sizeIn(text, { disk: bytes(whole) });
  if (size % disk.sectorBytes !== 0)
    text.fault(message('text.no-whole-sectors', { bytes: size, sectorBytes: disk.sectorBytes }));
  return sectors(size / disk.sectorBytes);
}

function either(fields: Fields, yes: string, no: string): boolean | undefined {
  if (fields.flag(yes)) return true;
  return fields.flag(no) ? false : undefined;
}
