import { momentsOf, type Moment } from '../moment/index.js';
import { batch, recordAs } from '../compose/index.js';
import type { Edit, SingleEdit } from '../edits/index.js';
import { isActive, isLogical, overlap, plannedContainer } from '../layout/index.js';
import {
  keptPartition,
  layersOf,
  likelyNotes,
  partitionOf,
  type FoundNote,
  type Plan,
  type Planned,
  type PlannedPartition,
} from '../plan/index.js';
import { procedureFor, type Step } from '../sequence/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { isArriving, type System } from '../system/index.js';
import { message } from '../words/index.js';
import { ticksBehind } from './checks-after.js';
import { isLabelKnown, pairsOf } from './differences.js';

/**
 * The edit by which a plan goes on from a disk that was read again: it rests on that reading, wants the same as before, and
 * what the first `done` steps did is as found from now on. What is otherwise than it should be then is a difference from
 * the plan now, and so has its steps. What the plan does not know stays: it may be what a setup made. Ticks and notes stay too,
 * unless all steps are behind: then the next procedure begins with none.
 */
export function rebaseEdit(planned: Planned, reading: Survey, done: number): Edit {
  const { plan, survey } = planned;
  const { ordered } = procedureFor(planned);
  const steps = ordered.ok ? ordered.steps : [];
  const behind = steps.slice(0, done);
  const moment = momentsOf(planned)[Math.min(done, steps.length)]!;
  const pairs = pairsOf(moment.planned.plan.partitions, reading.partitions, survey);
  const table = tableFrom(plan, reading, behind);
  const read = new Map(table === 'new' ? [] : [...pairs].map(([part, is]) => [part.id, is]));
  const known = new Map([...pairs].map(([part, is]) => [is.id, part]));
  const made = madeBy(plan, steps, behind);
  const strangers = strangersIn(moment, reading, known);
  const facts = machineFacts(plan, behind);
  const left = done > 0 && done >= steps.length ? ticksBehind(plan) : plan;
  const edits: SingleEdit[] = [
    {
      kind: 'begin',
      surveyId: reading.id,
      target: { ...plan.target, table },
      systems: plan.systems.map((system) => asInstalled(system, behind)),
      found: Object.fromEntries(
        reading.partitions.map((is) => [
          is.id,
          strangers.get(is.id) ?? noteOf(planned, is, known.get(is.id), made),
        ]),
      ),
      partitions: [
        ...plan.partitions.map((p) => ({
          ...goesOn(planned, p, made.has(p.id), reading, read.get(p.id)),
          ...listedAs(planned, p),
        })),
        ...reading.partitions.flatMap((is) => {
          const note = strangers.get(is.id);
          return note ? [{ ...keptPartition(reading, is, note), id: `read-${is.id}` }] : [];
        }),
      ].sort((a, b) => a.start - b.start),
      device: plan.machine.device,
      ...(plan.target.style === 'mbr' ? { container: plannedContainer(planned) } : {}),
      ...(plan.start === undefined ? {} : { start: plan.start }),
      ticked: left.ticked,
    },
    ...recordAs(plan, { ...plan, records: left.records }),
    ...(facts ? [{ kind: 'set-machine' as const, changes: facts }] : []),
  ];
  return batch(message('edit.go-on-from-reading'), edits);
}

/** Ids of partitions that hold by now what they were to be formatted with. */
function madeBy({ partitions }: Plan, steps: readonly Step[], behind: readonly Step[]): ReadonlySet<string> {
  const later = new Set(steps.flatMap((s) => (s.kind === 'format' ? [s.partition] : [])));
  const installed = new Set(behind.flatMap((s) => (s.kind === 'install' ? [s.system] : [])));
  const bySetup = partitions.filter(
    (p) => p.role === 'system' && p.treatment === 'format' && p.owners.some((id) => installed.has(id)),
  );
  return new Set([
    ...bySetup.map((p) => p.id),
    ...behind.flatMap((s) => {
      if (s.kind === 'format') return [s.partition];
      if (s.kind !== 'create' || later.has(s.partition)) return [];
      return s.formattedBy === null || installed.has(s.formattedBy) ? [s.partition] : [];
    }),
  ]);
}

/** What was read and the plan does not know, and what it is likely to be; in the room of a setup it belongs to that. */
function strangersIn(
  { taken }: Moment,
  reading: Survey,
  known: ReadonlyMap<string, PlannedPartition>,
): ReadonlyMap<string, FoundNote> {
  const likely = likelyNotes(reading);
  return new Map(
    reading.partitions
      .filter((is) => !known.has(is.id))
      .map((is): [string, FoundNote] => {
        const room = taken.find((span) => overlap(span, is));
        const note = likely.get(is.id)!;
        const role = room && note.role === 'data' ? 'system' : note.role;
        return [is.id, { ...note, role, owners: room ? [room.system] : [] }];
      }),
  );
}

function tableFrom({ target }: Plan, { disk }: Survey, behind: readonly Step[]): Plan['target']['table'] {
  if (disk.style === 'none') return 'new';
  if (target.table === 'new' && !behind.some((step) => step.kind === 'new-table')) return 'new';
  return disk.style === target.style ? 'keep' : 'convert';
}

/** What steps in the firmware have changed by now. */
function machineFacts({ target }: Plan, behind: readonly Step[]) {
  const did = (kind: Step['kind']) => behind.some((step) => step.kind === kind);
  const facts = {
    ...(did('firmware-mode') ? { modeInUse: target.mode } : {}),
    ...(did('controller-mode') ? { controller: 'plain' as const } : {}),
    ...(did('secure-boot-off') ? { secureBoot: 'off' as const } : {}),
    ...(did('secure-boot-on') ? { secureBoot: 'on' as const } : {}),
  };
  return Object.keys(facts).length > 0 ? facts : undefined;
}

/** A system that was installed is on the disk, and one that was told not to hibernate does not. */
function asInstalled(system: System, behind: readonly Step[]): System {
  const about = behind.filter((step) => 'system' in step && step.system === system.id);
  const did = (kind: Step['kind']) => about.some((step) => step.kind === kind);
  const installed = isArriving(system) && did('install');
  return {
    ...system,
    ...(installed ? { origin: 'found' as const, change: undefined } : {}),
    ...(did('unhibernate') ? { hibernates: false } : {}),
  };
}

/** What is known of a partition as it was read: what the plan says of it, and what was noted of it before. */
function noteOf(
  { plan, survey }: Planned,
  is: SurveyPartition,
  part: PlannedPartition | undefined,
  made: ReadonlySet<string>,
): FoundNote {
  const wanted = part && partitionOf(plan, part.id);
  const anew = part !== undefined && made.has(part.id);
  const before = part?.from != null && !anew ? plan.found[part.from] : undefined;
  const was = survey.partitions.find((p) => p.id === part?.from);
  return {
    role: (anew ? wanted?.role : before?.role) ?? wanted?.role ?? 'other',
    owners: (anew ? wanted?.owners : before?.owners) ?? wanted?.owners ?? [],
    kind: is.volume?.kind ?? (anew ? wanted?.fileSystem : before?.kind) ?? 'unknown',
    usedBytes: before?.usedBytes ?? null,
    leastBytes: was?.length === is.length ? (before?.leastBytes ?? null) : null,
    encrypted: before?.encrypted ?? 'unknown',
  };
}

/** On an MBR, how it is listed at the end: what was meant “as found” is not what is found now. */
const listedAs = (planned: Planned, p: PlannedPartition): Partial<PlannedPartition> =>
  planned.plan.target.style === 'mbr' ? { logical: isLogical(planned, p), active: isActive(planned, p) } : {};

/** A partition of the plan on the disk as it was read: what is there is continued, and kept where it was made by now. */
function goesOn(
  planned: Planned,
  p: PlannedPartition,
  made: boolean,
  reading: Survey,
  is: SurveyPartition | undefined,
): PlannedPartition {
  if (!is) return { ...p, from: null, treatment: 'format' };
  if (p.treatment === 'format' && !made) return { ...p, from: is.id };
  const { placeholder: _, ...said } = p;
  const label = isLabelKnown(planned, p) ? p.label : (is.volume?.label ?? '');
  const continued = { ...said, label, from: is.id, treatment: 'keep' as const };
  if (!made) return continued;
  const { luks, lvm } = layersOf(p);
  const name = is.name ?? '';
  if (!luks && !lvm) return { ...continued, name };
  const note: FoundNote = {
    role: p.role,
    owners: p.owners,
    kind: is.volume?.kind ?? (luks ? 'luks' : 'lvm'),
    usedBytes: null,
    leastBytes: null,
    encrypted: 'unknown',
  };
  const { start, length, id } = p;
  return { ...keptPartition(reading, is, note, p.mountPoint), id, start, length };
}
