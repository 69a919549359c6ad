import { FIRMWARE_MODES, type Machine } from '../machine/index.js';
import {
  beginEdit,
  EMPTY_PLAN,
  endOf,
  floorOf,
  plannedArea,
  ROLES,
  usedOf,
  type FoundNote,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import {
  ALIGNMENT_BYTES,
  alignUp,
  bytes,
  formatExact,
  sectors,
  sectorsToHold,
  type Sectors,
} from '../quantity/index.js';
import type { Comments, Survey, SurveyPartition } from '../survey/index.js';
import type { System } from '../system/index.js';
import { VOLUME_KINDS } from '../volume/index.js';
import { NOTHING_KNOWN } from './context.js';
import { choice, Fields, oneString, sizeIn } from './fields.js';
import { quoted, stringsIn, type Line, type Text } from './lines.js';
import { withRemarks, type Remarks } from './remarks.js';
import { readSystem, systemLine } from './system.js';

/** The lines of a plan, remarks included: target, systems, notes, planned partitions, ticks. */
export function planLines(plan: Plan, survey: Survey | undefined, comments: Comments | undefined): string[] {
  const put = (anchor: string, fields: readonly string[]) => withRemarks(comments, anchor, fields.join(', '));
  const { mode, style, table } = plan.target;
  const ownersOf = (owners: readonly string[]) =>
    owners.length === 0
      ? []
      : [`owners ${owners.map((id) => quoted(ownerName(plan.systems, id))).join(' ')}`];
  const sectorBytes = survey?.disk.sectorBytes ?? 512;
  return [
    ...put('plan', [`plan ${mode}`, `table ${style}`, table]),
    ...(plan.container === undefined ? [] : put('extended', extendedFields(plan.container, sectorBytes))),
    ...plan.systems.flatMap((s) => put(`system ${s.id}`, [systemLine(s)])),
    ...Object.entries(plan.found).flatMap(([id, note]) => put(`note ${id}`, noteFields(id, note, ownersOf))),
    ...plan.partitions.flatMap((p) => put(`part ${p.id}`, partFields(p, sectorBytes, ownersOf))),
    ...plan.ticked.flatMap((step) => put(`done ${step}`, [`done ${quoted(step)}`])),
  ];
}

function extendedFields(container: NonNullable<Plan['container']> | null, sectorBytes: number): string[] {
  if (!container) return ['extended none'];
  return [
    `extended at ${formatExact(container.start * sectorBytes)}`,
    `size ${formatExact(container.length * sectorBytes)}`,
  ];
}

type OwnersOf = (owners: readonly string[]) => string[];

/** The name where it is the only one, else the id. */
function ownerName(systems: readonly System[], id: string): string {
  const name = systems.find((s) => s.id === id)?.name;
  const alone = systems.filter((s) => s.name === name || s.id === name).length === 1;
  return name !== undefined && alone ? name : id;
}

/** A surveyed partition by its number, or by its id where that says something else. */
function foundName(id: string): string {
  return /^found-(\d+)$/.exec(id)?.[1] ?? quoted(id);
}

function noteFields(id: string, note: FoundNote, ownersOf: OwnersOf): string[] {
  return [
    `note ${foundName(id)}`,
    `role ${note.role}`,
    `holds ${note.kind}`,
    ...ownersOf(note.owners),
    ...(note.usedBytes === null ? [] : [`used ${formatExact(note.usedBytes)}`]),
    ...(note.leastBytes === null ? [] : [`least ${formatExact(note.leastBytes)}`]),
    ...(note.encrypted ? ['encrypted'] : []),
  ];
}

function partFields(p: PlannedPartition, sectorBytes: number, ownersOf: OwnersOf): string[] {
  return [
    `part ${quoted(p.id)}`,
    ...(p.from === null ? [] : [`from ${foundName(p.from)}`]),
    `at ${formatExact(p.start * sectorBytes)}`,
    `size ${formatExact(p.length * sectorBytes)}`,
    p.treatment,
    `role ${p.role}`,
    `holds ${p.fileSystem}`,
    ...ownersOf(p.owners),
    ...(p.label === '' ? [] : [`label ${quoted(p.label)}`]),
    ...(p.name === '' ? [] : [`name ${quoted(p.name)}`]),
    ...(p.mountPoint === '' ? [] : [`mount ${quoted(p.mountPoint)}`]),
    ...(p.logical === undefined ? [] : [p.logical ? 'logical' : 'primary']),
    ...(p.active === undefined ? [] : [p.active ? 'active' : 'inactive']),
  ];
}

export const PLAN_KEYWORDS = ['plan', 'extended', 'system', 'note', 'part', 'done'] as const;
export type PlanKeyword = (typeof PLAN_KEYWORDS)[number];

interface PartLine {
  readonly fields: Fields;
  readonly line: Line;
}

/** Builds a plan from its lines. Parts are laid out when all is known, since `rest` reaches to the next one. */
export class PlanReader {
  /** Whether any line told of a plan. */
  started = false;
  private readonly parts: PartLine[] = [];

  private plan: Plan;

  /** @param proposed whether what the text leaves out is proposed from the survey, as when a disk is read. */
  constructor(
    machine: Machine,
    private readonly survey: Survey | undefined,
    private readonly remarks: Remarks,
    private readonly proposed: boolean,
  ) {
    this.plan = { ...EMPTY_PLAN, machine, surveyId: survey?.id ?? null };
    if (!survey || !proposed) return;
    const { target, systems, found, partitions } = beginEdit(this.plan, survey);
    this.plan = { ...this.plan, target, systems, found, partitions };
  }

  read(keyword: PlanKeyword, line: Line): void {
    this.started = true;
    const fields = new Fields(line, keyword);
    switch (keyword) {
      case 'part':
        this.parts.push({ fields, line });
        return;
      case 'system':
        return this.takeSystem(line);
      case 'plan':
        this.plan = { ...this.plan, target: targetIn(fields) };
        this.remarks.keep('plan', line);
        break;
      case 'extended':
        this.takeExtended(fields, line);
        break;
      case 'note':
        this.takeNote(fields, line);
        break;
      case 'done': {
        const step = oneString(fields.subject);
        this.plan = { ...this.plan, ticked: [...this.plan.ticked, step] };
        this.remarks.keep(`done ${step}`, line);
      }
    }
    fields.done();
  }

  finish(): Plan {
    if (this.proposed && this.parts.length === 0) return this.withKeptParts();
    const partitions: PlannedPartition[] = [];
    for (const [i, { fields, line }] of this.parts.entries()) {
      if (!this.survey)
        return line.fields[0]!.fault('A part needs a disk: write “disk, size …” before the plan.');
      partitions.push(this.partIn(fields, this.survey, partitions, this.parts.slice(i + 1)));
      fields.done();
      this.remarks.keep(`part ${partitions.at(-1)!.id}`, line);
    }
    return { ...this.plan, partitions: partitions.sort((a, b) => a.start - b.start) };
  }

  /** Everything as found, with what the notes say of it. */
  private withKeptParts(): Plan {
    const partitions = this.plan.partitions.map((p): PlannedPartition => {
      const { role, owners, kind } = this.plan.found[p.id]!;
      return { ...p, role, owners, fileSystem: kind };
    });
    return { ...this.plan, partitions };
  }

  private takeExtended(fields: Fields, line: Line): void {
    this.plan = { ...this.plan, container: fields.subject.text === 'none' ? null : this.extendedIn(fields) };
    this.remarks.keep('extended', line);
  }

  private extendedIn(fields: Fields): NonNullable<Plan['container']> {
    const { survey } = this;
    if (!survey)
      return fields.subject.fault('An extended container needs a disk: write “disk, size …” before.');
    const at =
      fields.subject.after('at') ??
      fields.subject.fault('Write “extended at …, size …”, or “extended none”.');
    return {
      start: placeIn(at, survey),
      length: placeIn(fields.need('size', 'The size'), survey),
    };
  }

  private takeSystem(line: Line): void {
    const system = readSystem(line, `system-${this.plan.systems.length + 1}`);
    if (this.plan.systems.some((s) => s.id === system.id))
      line.fields[0]!.fault(`A system “${system.id}” is there already.`);
    this.plan = { ...this.plan, systems: [...this.plan.systems, system] };
    this.remarks.keep(`system ${system.id}`, line);
  }

  private takeNote(fields: Fields, line: Line): void {
    const found = this.foundIn(fields.subject);
    const usual = this.plan.found[found.id];
    const note: FoundNote = {
      role: fields.oneOf('role', ROLES) ?? usual?.role ?? 'other',
      kind: fields.oneOf('holds', VOLUME_KINDS) ?? usual?.kind ?? found.volume?.kind ?? 'unknown',
      owners: this.ownersIn(fields.take('owners')) ?? usual?.owners ?? [],
      usedBytes: fields.size('used', NOTHING_KNOWN) ?? null,
      leastBytes: fields.size('least', NOTHING_KNOWN) ?? null,
      encrypted: fields.flag('encrypted'),
    };
    this.plan = { ...this.plan, found: { ...this.plan.found, [found.id]: note } };
    this.remarks.keep(`note ${found.id}`, line);
  }

  private foundIn(text: Text): SurveyPartition {
    const id = text.text.startsWith('"') ? oneString(text) : `found-${text.text}`;
    const found = this.survey?.partitions.find((p) => p.id === id);
    return found ?? text.fault(`The survey has no partition ${text.text}.`);
  }

  private ownersIn(text: Text | undefined): string[] | undefined {
    if (!text) return undefined;
    return stringsIn(text).map((name) => {
      const { systems } = this.plan;
      const owner = systems.find((s) => s.name === name) ?? systems.find((s) => s.id === name);
      return owner?.id ?? text.fault(`There is no system “${name}”. Systems are told before what they own.`);
    });
  }

  private partIn(
    fields: Fields,
    survey: Survey,
    before: readonly PlannedPartition[],
    behind: readonly PartLine[],
  ): PlannedPartition {
    const named = fields.subject.after('from') === undefined;
    const from = fields.subject.after('from') ?? fields.take('from');
    const found = from && this.foundIn(from);
    const note = found && this.plan.found[found.id];
    const treatment: PlannedPartition['treatment'] = fields.flag('format') || !found ? 'format' : 'keep';
    fields.flag('keep');
    const described = {
      treatment,
      role: fields.oneOf('role', ROLES) ?? note?.role ?? 'data',
      owners: this.ownersIn(fields.take('owners')) ?? note?.owners ?? [],
      fileSystem: fields.oneOf('holds', VOLUME_KINDS) ?? note?.kind ?? 'ext4',
      label: fields.string('label') ?? '',
      name: fields.string('name') ?? '',
      mountPoint: fields.string('mount') ?? '',
      ...flagIn(fields, 'logical', 'primary'),
      ...flagIn(fields, 'active', 'inactive'),
    };
    const told = named && fields.subject.text !== '';
    const id = told ? oneString(fields.subject) : (found?.id ?? this.freshId(before));
    if (before.some((p) => p.id === id)) fields.subject.fault(`A part “${id}” is there already.`);
    const start = startIn(fields, survey, found, before, this.plan);
    const length = this.lengthIn(
      fields,
      survey,
      { id, from: found?.id ?? null, start, ...described },
      found,
      behind,
    );
    return { id, from: found?.id ?? null, start, length, ...described };
  }

  private freshId(before: readonly PlannedPartition[]): string {
    let n = 1;
    while (before.some((p) => p.id === `new-${n}`)) n += 1;
    return `new-${n}`;
  }

  private lengthIn(
    fields: Fields,
    survey: Survey,
    part: Omit<PlannedPartition, 'length'>,
    found: SurveyPartition | undefined,
    behind: readonly PartLine[],
  ): Sectors {
    const text = fields.take('size');
    if (!text)
      return found
        ? found.length
        : fields.line.fields[0]!.fault('The size is missing: write “size …” behind a comma.');
    const { sectorBytes, sizeSectors } = survey.disk;
    const end = this.nextStart(behind, survey) ?? plannedArea(this.plan, survey).end;
    const probe: PlannedPartition = { ...part, length: found?.length ?? sectors(1) };
    const used = found && usedOf(this.plan, survey, found.id);
    const floor = floorOf(this.plan, survey, probe);
    const size = sizeIn(text, {
      disk: bytes(sizeSectors * sectorBytes),
      rest: bytes(Math.max(0, end - part.start) * sectorBytes),
      ...(found ? { now: bytes(found.length * sectorBytes) } : {}),
      ...(used ? { used: used.bytes } : {}),
      ...(floor ? { floor: floor.bytes } : {}),
      ...(this.plan.machine.ramBytes === null ? {} : { ram: bytes(this.plan.machine.ramBytes) }),
    });
    return sectorsToHold(size, sectorBytes);
  }

  /** Where the next part begins that says so itself. */
  private nextStart(behind: readonly PartLine[], survey: Survey): Sectors | undefined {
    for (const { line } of behind) {
      const field = (key: string) => line.fields.map((f) => f.after(key)).find((f) => f !== undefined);
      const at = field('at');
      if (at) return placeIn(at, survey);
      const from = field('from') ?? field('part from');
      if (from) return this.foundIn(from).start;
    }
    return undefined;
  }
}

function targetIn(fields: Fields): Plan['target'] {
  const table = fields.flag('new') ? 'new' : fields.flag('convert') ? 'convert' : 'keep';
  fields.flag('keep');
  return {
    mode: choice(fields.subject, FIRMWARE_MODES),
    style: fields.oneOf('table', ['gpt', 'mbr'] as const) ?? 'gpt',
    table,
  };
}

/** Under the first word: `true` where the line has it, `false` where it has the other, nothing where neither. */
function flagIn<K extends string>(fields: Fields, yes: K, no: string): Partial<Record<K, boolean>> {
  const [is, isNot] = [fields.flag(yes), fields.flag(no)];
  return (is || isNot ? { [yes]: is } : {}) as Partial<Record<K, boolean>>;
}

/** As told; else where it was found; else the first aligned place behind the part before. */
function startIn(
  fields: Fields,
  survey: Survey,
  found: SurveyPartition | undefined,
  before: readonly PlannedPartition[],
  plan: Plan,
): Sectors {
  const at = fields.take('at');
  if (at) return placeIn(at, survey);
  if (found) return found.start;
  const last = before.at(-1);
  const from = last ? endOf(last) : plannedArea(plan, survey).first;
  return sectors(alignUp(from, ALIGNMENT_BYTES / survey.disk.sectorBytes));
}

function placeIn(text: Text, survey: Survey): Sectors {
  const { sectorBytes, sizeSectors } = survey.disk;
  const place = sizeIn(text, { disk: bytes(sizeSectors * sectorBytes) });
  if (place % sectorBytes !== 0)
    text.fault(`That is ${place} bytes, which are not whole sectors of ${sectorBytes}.`);
  return sectors(place / sectorBytes);
}
