import {
  foundInside,
  insideId,
  type FoundNote,
  type InsideVolume,
  type Plan,
  type PlannedPartition,
  type StartPlan,
} from '../plan/index.js';
import { formatExact } from '../quantity/index.js';
import { same } from '../schema/index.js';
import { surveyedPartition, type Comments, type Survey, type SurveyPartition } from '../survey/index.js';
import type { System } from '../system/index.js';
import { quoted } from './lines.js';
import { withRemarks } from './remarks.js';
import { systemLine } from './system.js';
import { wishFields } from './wish.js';

/** The lines of a plan, remarks included: target, systems, notes, planned partitions, ticks. */
export function planLines(plan: Plan, survey: Survey | undefined, comments: Comments | undefined): string[] {
  const put = (anchor: string, fields: readonly string[]) => withRemarks(comments, anchor, fields.join(', '));
  const { mode, style, table, controller, secureBoot } = plan.target;
  const ownersOf = (owners: readonly string[]) =>
    owners.length === 0
      ? []
      : [`owners ${owners.map((id) => quoted(ownerName(plan.systems, id))).join(' ')}`];
  const sectorBytes = survey?.disk.sectorBytes ?? 512;
  return [
    ...put('plan', [
      `plan ${mode}`,
      `table ${style}`,
      table,
      ...(controller === 'as-is' ? [] : [`controller ${controller}`]),
      ...(secureBoot === 'as-is' ? [] : [`secure boot ${secureBoot}`]),
    ]),
    ...(plan.container === undefined ? [] : put('extended', extendedFields(plan.container, sectorBytes))),
    ...plan.systems.flatMap((s) => put(`system ${s.id}`, [systemLine(s)])),
    ...Object.entries(plan.found).flatMap(([id, note]) => put(`note ${id}`, noteFields(id, note, ownersOf))),
    ...plan.partitions.flatMap((p) => [
      ...put(`part ${p.id}`, partFields(p, survey, ownersOf)),
      ...volumesToSay(p, survey).flatMap((v) =>
        put(`volume ${insideId(p.id, v.name)}`, volumeLine(p, v, sectorBytes, ownersOf)),
      ),
    ]),
    ...(plan.start
      ? startLines(plan.start, plan.systems).flatMap(([anchor, fields]) => put(anchor, fields))
      : []),
    ...(plan.wish ? put('wish', wishFields(plan.wish)) : []),
    ...Object.entries(plan.accepted ?? {}).flatMap(([id, { evidence, remark }]) =>
      put(`accepted ${id}`, [
        `accepted ${quoted(id)}`,
        `as ${evidence}`,
        ...(remark === '' ? [] : [`remark ${quoted(remark)}`]),
      ]),
    ),
    ...Object.entries(plan.records ?? {}).flatMap(([step, { at, remark }]) =>
      put(`record ${step}`, [
        `record ${quoted(step)}`,
        ...(at === null ? [] : [`at ${quoted(at)}`]),
        ...(remark === '' ? [] : [`remark ${quoted(remark)}`]),
      ]),
    ),
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

/** What a part is called whose line does not say so: a found one as it was found, its label only where it is kept. */
export function usualNames(
  treatment: PlannedPartition['treatment'],
  found: SurveyPartition | undefined,
): Pick<PlannedPartition, 'label' | 'name'> {
  return {
    label: treatment === 'keep' ? (found?.volume?.label ?? '') : '',
    name: found?.name ?? '',
  };
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
    ...(note.encrypted === 'unknown' ? [] : [note.encrypted === 'yes' ? 'encrypted' : 'not encrypted']),
  ];
}

/** The volumes inside a part that its lines tell: none where they are as they were found. */
function volumesToSay(p: PlannedPartition, survey: Survey | undefined): readonly InsideVolume[] {
  return same(p.inside, volumesAsFound(p, survey)) ? [] : (p.inside ?? []);
}

/** What is inside a part whose lines do not say so: of one that is kept, what was found there. */
export function volumesAsFound(
  { from, treatment }: Pick<PlannedPartition, 'from' | 'treatment'>,
  survey: Survey | undefined,
): readonly InsideVolume[] | undefined {
  const found = treatment === 'keep' && survey ? surveyedPartition(survey, from) : undefined;
  const inside = found ? foundInside(survey!, found).map(({ volume }) => volume) : [];
  return inside.length > 0 ? inside : undefined;
}

/** `whole`: what is inside is not looked into. */
function insideFlag(p: PlannedPartition, survey: Survey | undefined): string[] {
  const usual = volumesAsFound(p, survey);
  if (p.inside === undefined) return usual ? ['whole'] : [];
  return p.inside.length === 0 ? ['no volumes'] : [];
}

function volumeLine(
  { id }: PlannedPartition,
  v: InsideVolume,
  sectorBytes: number,
  ownersOf: OwnersOf,
): string[] {
  return [
    `volume ${quoted(v.name)}`,
    `in ${quoted(id)}`,
    `size ${formatExact(v.length * sectorBytes)}`,
    v.found ? v.treatment : 'new',
    `holds ${v.fileSystem}`,
    ...(v.owners ? ownersOf(v.owners) : []),
    ...(v.label === '' ? [] : [`label ${quoted(v.label)}`]),
    ...(v.mountPoint === '' ? [] : [`mount ${quoted(v.mountPoint)}`]),
  ];
}

function partFields(p: PlannedPartition, survey: Survey | undefined, ownersOf: OwnersOf): string[] {
  const found = survey && surveyedPartition(survey, p.from);
  const sectorBytes = survey?.disk.sectorBytes ?? 512;
  const usual = usualNames(p.treatment, found);
  return [
    `part ${quoted(p.id)}`,
    ...(p.from === null ? [] : [`from ${foundName(p.from)}`]),
    `at ${formatExact(p.start * sectorBytes)}`,
    `size ${formatExact(p.length * sectorBytes)}`,
    p.treatment,
    `role ${p.role}`,
    `holds ${p.fileSystem}`,
    ...ownersOf(p.owners),
    ...(p.label === usual.label ? [] : [`label ${quoted(p.label)}`]),
    ...(p.name === usual.name ? [] : [`name ${quoted(p.name)}`]),
    ...(p.mountPoint === '' ? [] : [`mount ${quoted(p.mountPoint)}`]),
    ...(p.type === undefined ? [] : [`type ${p.type}`]),
    ...(p.subvolumes?.length
      ? [`subvolumes ${p.subvolumes.map((s) => `${quoted(s.name)} ${quoted(s.mountPoint)}`).join(' ')}`]
      : []),
    ...(p.layer === undefined ? [] : [`layer ${p.layer}`]),
    ...insideFlag(p, survey),
    ...(p.placeholder === undefined ? [] : [p.placeholder ? 'placeholder' : 'no placeholder']),
    ...(p.maker === undefined ? [] : [`made ${p.maker}`]),
    ...(p.logical === undefined ? [] : [p.logical ? 'logical' : 'primary']),
    ...(p.active === undefined ? [] : [p.active ? 'active' : 'inactive']),
  ];
}

/** How each system is started, and the order of the entries. */
function startLines(start: StartPlan, systems: readonly System[]): [anchor: string, fields: string[]][] {
  const name = (id: string) => quoted(ownerName(systems, id));
  const { order, waitSeconds } = start;
  return [
    ...Object.entries(start.loaders).map(([id, { by, place }]): [string, string[]] => [
      `start ${id}`,
      [
        `start ${name(id)}`,
        by === null ? 'own' : `by ${name(by)}`,
        place.kind === 'disk' ? 'on disk' : `on ${place.kind} ${quoted(place.partition)}`,
      ],
    ]),
    ...(order.length > 0 || waitSeconds !== null
      ? [
          [
            'order',
            [
              `order ${order.map(name).join(' ')}`.trim(),
              ...(waitSeconds === null ? [] : [`wait ${waitSeconds}`]),
            ],
          ] as [string, string[]],
        ]
      : []),
  ];
}
