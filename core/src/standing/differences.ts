import {
  isLogical,
  overlap,
  plannedContainer,
  type Planned,
  type PlannedPartition,
  shownAs,
} from '../plan/index.js';
import type { Moment } from '../moment/index.js';
import { GENERAL_LINUX, typeOf } from '../recognition/index.js';
import { containerIn, surveyedPartition, type Survey, type SurveyPartition } from '../survey/index.js';
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
  type: 2,
  label: 2,
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
  const pairs = pairsOf(partitions, reading.partitions);
  const taken = new Set(pairs.values());
  return [
    ...style,
    ...containerDiffers(moment, reading),
    ...partitions.flatMap((part): Difference[] => {
      const is = pairs.get(part);
      return is ? within(moment, part, is) : [{ code: 'missing', part }];
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

function containerDiffers({ planned }: Moment, reading: Survey): Difference[] {
  if (planned.plan.target.style !== 'mbr' || reading.disk.style !== 'mbr') return [];
  const [expected, is] = [plannedContainer(planned), containerIn(reading)];
  const same = expected?.start === is?.start && expected?.length === is?.length;
  return same ? [] : [{ code: 'container' }];
}

/** Each partition with the one on the disk that it is: by its place, else by its label and size. */
export function pairsOf(
  parts: readonly PlannedPartition[],
  read: readonly SurveyPartition[],
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
  pair((part, is) => part.start === is.start);
  pair((part, is) => part.length === is.length && part.label !== '' && part.label === is.volume?.label);
  return pairs;
}

/** Whether anybody knows its label: it was read before, given by the plan, or is made with it. */
export const isLabelKnown = ({ survey }: Planned, { from, label }: PlannedPartition): boolean =>
  label !== '' || from === null || surveyedPartition(survey, from)?.volume?.label !== undefined;

/** Installers give every volume of a Linux the one general type, and it does as well. */
const isGeneralType = ({ from, fileSystem }: PlannedPartition, type: string): boolean =>
  from === null && type === GENERAL_LINUX && VOLUME_TRAITS[fileSystem].posix === true;

function within({ planned }: Moment, part: PlannedPartition, is: SurveyPartition): Difference[] {
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
  ];
}
