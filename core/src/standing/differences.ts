import { isLogical, overlap, plannedContainer } from '../layout/index.js';
import { shownAs, type Planned, type PlannedPartition } from '../plan/index.js';
import type { Moment } from '../moment/index.js';
import { GENERAL_LINUX, typeOf } from '../recognition/index.js';
import { containerIn, surveyedPartition, type Survey, type SurveyPartition } from '../survey/index.js';
import { MIB } from '../quantity/index.js';
import { typeName } from '../table/index.js';
import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';

/** Something in which a disk is otherwise than it should be at a moment. Spans in logical sectors. */
export type Difference =
  | { readonly code: 'disk-size'; readonly expected: number; readonly is: number }
  | { readonly code: 'style'; readonly expected: string; readonly is: string }
  | { readonly code: 'container' }
  | { readonly code: 'missing'; readonly part: PlannedPartition }
  | { readonly code: 'extra'; readonly found: SurveyPartition }
  | { readonly code: 'place'; readonly part: PlannedPartition; readonly is: SurveyPartition }
  | { readonly code: 'size'; readonly part: PlannedPartition; readonly is: SurveyPartition }
  | { readonly code: 'content'; readonly part: PlannedPartition; readonly is: VolumeKind }
  /** Its file system reaches beyond the end of its partition: that was made smaller without it. */
  | { readonly code: 'cut-off'; readonly part: PlannedPartition; readonly is: SurveyPartition }
  /** Its partition has grown, and its file system has not. */
  | { readonly code: 'unfilled'; readonly part: PlannedPartition; readonly is: SurveyPartition }
  /** It keeps what it held, and has another file-system UUID than was read before: somebody formatted it. */
  | { readonly code: 'uuid'; readonly part: PlannedPartition; readonly is: string }
  | {
      readonly code: 'number';
      readonly part: PlannedPartition;
      readonly expected: number;
      readonly is: number;
    }
  | { readonly code: 'damage'; readonly faults: number }
  | { readonly code: 'label'; readonly part: PlannedPartition; readonly is: string }
  | { readonly code: 'type'; readonly part: PlannedPartition; readonly is: string };

/** How much each tells against a moment: what a table says weighs more than what can be read within it. */
const WEIGHTS: Readonly<Record<Difference['code'], number>> = {
  'disk-size': 1000,
  style: 60,
  missing: 12,
  extra: 12,
  place: 10,
  size: 8,
  container: 6,
  content: 3,
  'cut-off': 6,
  unfilled: 3,
  damage: 4,
  uuid: 3,
  type: 2,
  label: 2,
  number: 1,
};

export const weightOf = (differences: readonly Difference[]): number =>
  differences.reduce((sum, { code }) => sum + WEIGHTS[code], 0);

/** In what a reading differs from the disk as it should be at a moment. What was not read differs in nothing. */
export function differencesFrom(moment: Moment, reading: Survey): readonly Difference[] {
  const { planned } = moment;
  const expected = planned.survey.disk;
  const { disk } = reading;
  if (disk.sizeSectors !== expected.sizeSectors)
    return [{ code: 'disk-size', expected: expected.sizeSectors, is: disk.sizeSectors }];
  const { partitions, target } = planned.plan;
  const blank = partitions.length === 0 && expected.style === 'none' && target.table === 'new';
  const style: Difference[] =
    disk.style === target.style || (blank && disk.style === 'none')
      ? []
      : [{ code: 'style', expected: target.style, is: disk.style }];
  const pairs = pairsOf(partitions, reading.partitions, planned.survey);
  const taken = new Set(pairs.values());
  return [
    ...style,
    ...damageIn(moment, reading),
    ...containerDiffers(moment, reading),
    ...partitions.flatMap((part): Difference[] => {
      const is = pairs.get(part);
      return is ? within(moment, part, is, reading) : [{ code: 'missing', part }];
    }),
    ...reading.partitions.flatMap((found): Difference[] =>
      taken.has(found) || isMadeBySetup(moment, found) ? [] : [{ code: 'extra', found }],
    ),
  ];
}

/** In free space that a setup was given by then: what it makes there is its own affair. */
const isMadeBySetup = ({ taken, planned }: Moment, found: SurveyPartition): boolean =>
  taken.some((room) => overlap(room, found)) &&
  !planned.survey.partitions.some((p) => p.start === found.start && p.length === found.length);

/** Faults of the table that it did not have before. */
function damageIn({ planned }: Moment, { damage }: Survey): Difference[] {
  const known = new Set(planned.survey.damage.map((fault) => JSON.stringify(fault)));
  const fresh = damage.filter((fault) => !known.has(JSON.stringify(fault)));
  return fresh.length > 0 ? [{ code: 'damage', faults: fresh.length }] : [];
}

function containerDiffers({ planned }: Moment, reading: Survey): Difference[] {
  if (planned.plan.target.style !== 'mbr' || reading.disk.style !== 'mbr') return [];
  const [expected, is] = [plannedContainer(planned), containerIn(reading)];
  const same = expected?.start === is?.start && expected?.length === is?.length;
  return same ? [] : [{ code: 'container' }];
}

/**
 * Each partition with the one on the disk that it is: by its place, by the identifier of its entry, by that of its file system, else by
 * its label and size.
 */
export function pairsOf(
  parts: readonly PlannedPartition[],
  read: readonly SurveyPartition[],
  survey?: Survey,
): Map<PlannedPartition, SurveyPartition> {
  const pairs = new Map<PlannedPartition, SurveyPartition>();
  const free = new Set(read);
  const pair = (test: (part: PlannedPartition, is: SurveyPartition) => boolean) => {
    for (const part of parts) {
      const is = pairs.has(part) ? undefined : [...free].find((p) => test(part, p));
      if (!is) continue;
      pairs.set(part, is);
      free.delete(is);
    }
  };
  pair((part, is) => part.start === is.start && part.length === is.length);
  const found = (part: PlannedPartition) => (survey ? surveyedPartition(survey, part.from) : undefined);
  pair((part, is) => isSameUuid(found(part)?.uuid, is.uuid));
  pair((part, is) => part.start === is.start);
  pair((part, is) => isKept(part) && isSameUuid(found(part)?.volume?.uuid, is.volume?.uuid));
  pair((part, is) => part.length === is.length && part.label !== '' && part.label === is.volume?.label);
  return pairs;
}

/** Whether anybody knows its label: it was read before, given by the plan, or is made with it. */
export const isLabelKnown = ({ survey }: Planned, { from, label }: PlannedPartition): boolean =>
  label !== '' || from === null || surveyedPartition(survey, from)?.volume?.label !== undefined;

/** Installers give every volume of a Linux the one general type, and it does as well. */
const isGeneralType = ({ from, fileSystem }: PlannedPartition, type: string): boolean =>
  from === null && type === GENERAL_LINUX && VOLUME_TRAITS[fileSystem].posix;

const isSameUuid = (a: string | undefined, b: string | undefined): boolean =>
  a !== undefined && b !== undefined && a.toLowerCase() === b.toLowerCase();

const isKept = ({ from, treatment }: PlannedPartition): boolean => from !== null && treatment === 'keep';

/** Sources that tell the numbers of a table as they are in it. */
const TELL_NUMBERS: readonly Survey['source']['kind'][] = ['capture', 'image', 'lsblk'];

/** What identifies a kept partition is what it was: its file system by its UUID, its entry by its number. */
function identity(
  { planned, numbers }: Moment,
  part: PlannedPartition,
  is: SurveyPartition,
  reading: Survey,
): Difference[] {
  const found = surveyedPartition(planned.survey, part.from);
  if (!found || !isKept(part)) return [];
  const [was, now] = [found.volume, is.volume];
  const remade = was?.uuid && now?.uuid && was.kind === now.kind && !isSameUuid(was.uuid, now.uuid);
  const expected = numbers.get(part.id);
  const told = [planned.survey, reading].every(({ source }) => TELL_NUMBERS.includes(source.kind));
  return [
    ...(remade ? [{ code: 'uuid', part, is: now.uuid } as const] : []),
    ...(told && expected !== undefined && expected !== is.number
      ? [{ code: 'number', part, expected, is: is.number } as const]
      : []),
  ];
}

/** What a file system may leave free at the end of its partition beyond what it left before, in bytes. */
const MOST_LEFT = 64 * MIB;

/** The size of a kept file system against what holds it, where both were told. */
function fitOf({ planned }: Moment, part: PlannedPartition, is: SurveyPartition): Difference[] {
  const { sectorBytes } = planned.survey.disk;
  const size = is.volume?.sizeBytes;
  const found = surveyedPartition(planned.survey, part.from);
  if (!isKept(part) || !found || size === undefined || is.volume?.kind !== found.volume?.kind) return [];
  const left = (p: SurveyPartition, bytes: number) => p.length * sectorBytes - bytes;
  if (left(is, size) < 0) return [{ code: 'cut-off', part, is }];
  const before = found.volume?.sizeBytes;
  const grown = before !== undefined && is.length > found.length;
  return grown && left(is, size) > left(found, before) + MOST_LEFT ? [{ code: 'unfilled', part, is }] : [];
}

function within(moment: Moment, part: PlannedPartition, is: SurveyPartition, reading: Survey): Difference[] {
  const { planned } = moment;
  const kind = is.volume?.kind;
  const shown = shownAs(part);
  const label = is.volume?.label;
  const expectedType = typeName(typeOf(planned, part));
  const type = is.type === undefined ? undefined : typeName(is.type);
  const logical = planned.plan.target.style === 'mbr' && isLogical(planned, part) !== (is.logical ?? false);
  return [
    ...(part.start === is.start && !logical ? [] : [{ code: 'place', part, is } as const]),
    ...(part.length === is.length ? [] : [{ code: 'size', part, is } as const]),
    ...(kind === undefined || kind === shown.kind || shown.kind === 'unknown'
      ? []
      : [{ code: 'content', part, is: kind } as const]),
    ...(type === undefined || type === expectedType || isGeneralType(part, type)
      ? []
      : [{ code: 'type', part, is: type } as const]),
    ...(label === undefined || label === shown.label || kind !== shown.kind || !isLabelKnown(planned, part)
      ? []
      : [{ code: 'label', part, is: label } as const]),
    ...fitOf(moment, part, is),
    ...identity(moment, part, is, reading),
  ];
}
