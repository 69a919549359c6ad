import { type Machine } from '../machine/index.js';
import { beginEdit } from '../compose/index.js';
import { plannedArea } from '../layout/index.js';
import {
  AcceptanceSchema,
  StepRecordSchema,
  likelyNotes,
  noted,
  EMPTY_PLAN,
  floorOf,
  insideId,
  InsideVolumeSchema,
  roomInside,
  OPEN_START,
  ROLES,
  usedOf,
  type FoundNote,
  type InsideVolume,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import { bytes, sectors, type Sectors } from '../quantity/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { VOLUME_KINDS } from '../volume/index.js';
import { NOTHING_KNOWN } from './context.js';
import { Fields, oneString, shaped, sizeIn, wholeNumber } from './fields.js';
import { stringsIn, type Line, type Text } from './lines.js';
import type { Remarks } from './remarks.js';
import { usualNames, volumesAsFound } from './plan-lines.js';
import { takeWish } from './wish.js';
import { readSystem } from './system.js';
import type { Version } from './version.js';
import { message } from '../words/index.js';
import {
  targetIn,
  placeOfLoader,
  subvolumesIn,
  makerIn,
  typeIn,
  layerIn,
  insideIn,
  flagIn,
  startIn,
  placeIn,
} from './plan-fields.js';

export const PLAN_KEYWORDS = [
  'plan',
  'extended',
  'system',
  'note',
  'part',
  'volume',
  'start',
  'order',
  'wish',
  'done',
  'accepted',
  'record',
] as const;
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
  private readonly volumes: PartLine[] = [];

  private plan: Plan;
  private likely: ReadonlyMap<string, FoundNote> | undefined;

  /** @param about `proposed`: whether what the text leaves out is proposed from the survey, as when a disk is read. */
  constructor(
    machine: Machine,
    private readonly survey: Survey | undefined,
    private readonly remarks: Remarks,
    private readonly about: { readonly proposed: boolean; readonly version: Version },
  ) {
    this.plan = { ...EMPTY_PLAN, machine, surveyId: survey?.id ?? null };
    if (!survey || !about.proposed) return;
    const { target, systems, found, partitions } = beginEdit({ plan: this.plan, survey });
    this.plan = { ...this.plan, target, systems, found, partitions };
  }

  read(keyword: PlanKeyword, line: Line): void {
    this.started = true;
    const fields = new Fields(line, keyword);
    switch (keyword) {
      case 'part':
        this.parts.push({ fields, line });
        return;
      case 'volume':
        this.volumes.push({ fields, line });
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
      case 'start':
        this.takeStart(fields, line);
        break;
      case 'order':
        this.takeOrder(fields, line);
        break;
      case 'wish':
        this.plan = { ...this.plan, wish: takeWish(fields) };
        this.remarks.keep('wish', line);
        break;
      case 'record':
        this.takeRecord(fields, line);
        break;
      case 'accepted':
        this.takeAccepted(fields, line);
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
    return noted(this.finished(), this.survey);
  }

  private finished(): Plan {
    if (this.about.proposed && this.parts.length === 0) return this.withVolumes(this.withKeptParts());
    const partitions: PlannedPartition[] = [];
    for (const [i, { fields, line }] of this.parts.entries()) {
      if (!this.survey) return line.fields[0]!.fault(message('text.part-disk'));
      partitions.push(this.partIn(fields, this.survey, partitions, this.parts.slice(i + 1)));
      fields.done();
      this.remarks.keep(`part ${partitions.at(-1)!.id}`, line);
    }
    return this.withVolumes({ ...this.plan, partitions: partitions.sort((a, b) => a.start - b.start) });
  }

  /** The volumes that lines of their own tell stand in the place of those that were found. */
  private withVolumes(plan: Plan): Plan {
    const told = new Map<string, InsideVolume[]>();
    for (const { fields, line } of this.volumes) {
      const at = fields.need('in');
      const within = plan.partitions.find((p) => p.id === oneString(at));
      if (!within || !this.survey) return at.fault(message('text.no-part'));
      const volume = this.volumeIn(fields, within, this.survey);
      fields.done();
      told.set(within.id, [...(told.get(within.id) ?? []), volume]);
      this.remarks.keep(`volume ${insideId(within.id, volume.name)}`, line);
    }
    const partitions = plan.partitions.map((p) => {
      const inside = told.get(p.id);
      return inside ? { ...p, inside } : p;
    });
    return { ...plan, partitions };
  }

  private volumeIn(fields: Fields, within: PlannedPartition, survey: Survey): InsideVolume {
    const name = oneString(fields.subject);
    const was = volumesAsFound(within, survey)?.find((v) => v.name === name);
    const isNew = fields.flag('new');
    const format = fields.flag('format');
    fields.flag('keep');
    const { sectorBytes } = survey.disk;
    const text = fields.take('size');
    const rest = bytes(Math.max(0, roomInside({ plan: this.plan, survey }, within).bytes));
    const length = text
      ? this.remarks.wholeSectors(text, sizeIn(text, { ...NOTHING_KNOWN, rest }), sectorBytes)
      : was?.length;
    const owners = this.ownersIn(fields.take('owners'));
    const volume = {
      name,
      found: !isNew,
      length: length ?? fields.line.fields[0]!.fault(message('text.size-missing')),
      treatment: isNew || format ? ('format' as const) : ('keep' as const),
      fileSystem: fields.oneOf('holds', VOLUME_KINDS) ?? was?.fileSystem ?? (isNew ? 'ext4' : 'unknown'),
      label: fields.string('label') ?? '',
      mountPoint: fields.string('mount') ?? '',
      ...(owners ? { owners } : {}),
    };
    return shaped(InsideVolumeSchema, volume, fields.subject);
  }

  /** Everything as found, with what the notes say of it. */
  private withKeptParts(): Plan {
    const partitions = this.plan.partitions.map((p): PlannedPartition => {
      const { role, owners, kind } = this.plan.found[p.id]!;
      return { ...p, role, owners, fileSystem: kind };
    });
    return { ...this.plan, partitions };
  }

  private takeStart(fields: Fields, line: Line): void {
    const [id] = this.ownersIn(fields.subject) ?? [];
    const by = this.ownersIn(fields.take('by'))?.[0] ?? null;
    fields.flag('own');
    const start = this.plan.start ?? OPEN_START;
    const loader = { by, place: placeOfLoader(fields) };
    this.plan = { ...this.plan, start: { ...start, loaders: { ...start.loaders, [id!]: loader } } };
    this.remarks.keep(`start ${id}`, line);
  }

  private takeOrder(fields: Fields, line: Line): void {
    const order = fields.subject.text === '' ? [] : this.ownersIn(fields.subject)!;
    const wait = fields.take('wait');
    const start = this.plan.start ?? OPEN_START;
    this.plan = { ...this.plan, start: { ...start, order, waitSeconds: wait ? wholeNumber(wait) : null } };
    this.remarks.keep('order', line);
  }

  private takeAccepted(fields: Fields, line: Line): void {
    const finding = oneString(fields.subject);
    const as = fields.need('as');
    const remark = fields.string('remark') ?? '';
    const acceptance = AcceptanceSchema.safeParse({ evidence: as.text, remark });
    if (!acceptance.success) return as.fault(message('text.acceptance'));
    this.plan = { ...this.plan, accepted: { ...this.plan.accepted, [finding]: acceptance.data } };
    this.remarks.keep(`accepted ${finding}`, line);
  }

  private takeRecord(fields: Fields, line: Line): void {
    const step = oneString(fields.subject);
    const record = StepRecordSchema.safeParse({
      at: fields.string('at') ?? null,
      remark: fields.string('remark') ?? '',
    });
    if (!record.success) return line.fields[0]!.fault(message('text.record'));
    this.plan = { ...this.plan, records: { ...this.plan.records, [step]: record.data } };
    this.remarks.keep(`record ${step}`, line);
  }

  private takeExtended(fields: Fields, line: Line): void {
    this.plan = { ...this.plan, container: fields.subject.text === 'none' ? null : this.extendedIn(fields) };
    this.remarks.keep('extended', line);
  }

  private extendedIn(fields: Fields): NonNullable<Plan['container']> {
    const { survey } = this;
    if (!survey) return fields.subject.fault(message('text.container-disk'));
    const at = fields.subject.after('at') ?? fields.subject.fault(message('text.container'));
    const start = placeIn(at, survey);
    const { end } = plannedArea({ plan: this.plan, survey });
    const text = fields.need('size');
    const { sectorBytes, sizeSectors } = survey.disk;
    const size = sizeIn(text, {
      disk: bytes(sizeSectors * sectorBytes),
      rest: bytes(Math.max(0, end - start) * sectorBytes),
    });
    return { start, length: this.remarks.wholeSectors(text, size, sectorBytes) };
  }

  private takeSystem(line: Line): void {
    const system = readSystem(line, `system-${this.plan.systems.length + 1}`, this.about.version);
    if (this.plan.systems.some((s) => s.id === system.id))
      line.fields[0]!.fault(message('text.system-twice', { id: system.id }));
    this.plan = { ...this.plan, systems: [...this.plan.systems, system] };
    this.remarks.keep(`system ${system.id}`, line);
  }

  private takeNote(fields: Fields, line: Line): void {
    const found = this.foundIn(fields.subject);
    const usual = this.noteOn(found.id);
    const note: FoundNote = {
      role: fields.oneOf('role', ROLES) ?? usual.role,
      kind: fields.oneOf('holds', VOLUME_KINDS) ?? usual.kind,
      owners: this.ownersIn(fields.take('owners')) ?? usual.owners,
      usedBytes: fields.size('used', NOTHING_KNOWN) ?? null,
      leastBytes: fields.size('least', NOTHING_KNOWN) ?? null,
      encrypted: fields.flag('encrypted') ? 'yes' : fields.flag('not encrypted') ? 'no' : usual.encrypted,
    };
    this.plan = { ...this.plan, found: { ...this.plan.found, [found.id]: note } };
    this.remarks.keep(`note ${found.id}`, line);
  }

  /** What is said of a surveyed partition, else what it is likely to be. */
  private noteOn(id: string): FoundNote {
    this.likely ??= this.survey ? likelyNotes(this.survey) : new Map();
    return this.plan.found[id] ?? this.likely.get(id)!;
  }

  private foundIn(text: Text): SurveyPartition {
    const id = text.text.startsWith('"') ? oneString(text) : `found-${text.text}`;
    const found = this.survey?.partitions.find((p) => p.id === id);
    return found ?? text.fault(message('text.no-partition', { number: text.text }));
  }

  private ownersIn(text: Text | undefined): string[] | undefined {
    if (!text) return undefined;
    return stringsIn(text).map((name) => {
      const { systems } = this.plan;
      const owner = systems.find((s) => s.name === name) ?? systems.find((s) => s.id === name);
      return owner?.id ?? text.fault(message('text.no-system', { name }));
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
    const note = found && this.noteOn(found.id);
    const treatment: PlannedPartition['treatment'] = fields.flag('format') || !found ? 'format' : 'keep';
    fields.flag('keep');
    const usual = usualNames(treatment, found);
    const described = {
      treatment,
      role: fields.oneOf('role', ROLES) ?? note?.role ?? 'data',
      owners: this.ownersIn(fields.take('owners')) ?? note?.owners ?? [],
      fileSystem:
        fields.oneOf('holds', VOLUME_KINDS) ??
        note?.kind ??
        found?.volume?.kind ??
        (found ? 'unknown' : 'ext4'),
      label: fields.string('label') ?? usual.label,
      name: fields.string('name') ?? usual.name,
      mountPoint: fields.string('mount') ?? '',
      ...typeIn(fields, this.plan.target.style),
      ...subvolumesIn(fields),
      ...layerIn(fields),
      ...insideIn(fields, { from: found?.id ?? null, treatment }, survey),
      ...flagIn(fields, 'placeholder', 'no placeholder'),
      ...makerIn(fields),
      ...flagIn(fields, 'logical', 'primary'),
      ...flagIn(fields, 'active', 'inactive'),
    };
    const told = named && fields.subject.text !== '';
    const id = told ? oneString(fields.subject) : (found?.id ?? this.freshId(before));
    if (before.some((p) => p.id === id)) fields.subject.fault(message('text.part-twice', { id }));
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
    if (!text) return found ? found.length : fields.line.fields[0]!.fault(message('text.size-missing'));
    const { sectorBytes, sizeSectors } = survey.disk;
    const end = this.nextStart(behind, survey) ?? plannedArea({ plan: this.plan, survey }).end;
    const probe: PlannedPartition = { ...part, length: found?.length ?? sectors(1) };
    const used = found && usedOf({ plan: this.plan, survey }, found.id);
    const floor = floorOf({ plan: this.plan, survey }, probe);
    const size = sizeIn(text, {
      disk: bytes(sizeSectors * sectorBytes),
      rest: bytes(Math.max(0, end - part.start) * sectorBytes),
      ...(found ? { now: bytes(found.length * sectorBytes) } : {}),
      ...(used ? { used: used.bytes } : {}),
      ...(floor ? { floor: floor.bytes } : {}),
      ...(this.plan.machine.ramBytes === null ? {} : { ram: bytes(this.plan.machine.ramBytes) }),
    });
    return this.remarks.wholeSectors(text, size, sectorBytes);
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
