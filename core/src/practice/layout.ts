import { encodeUtf8, uuidFrom } from '../bytes/index.js';
import { plannedArea, type Plan } from '../plan/index.js';
import { sectors, type Sectors } from '../quantity/index.js';
import { partitionNumbers, typeOf } from '../recognition/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { typeFor, type TableContainer, type TableStyle } from '../table/index.js';
import type { VolumeKind } from '../volume/index.js';

/** A partition as the image shall show it. Spans in logical sectors. */
export interface PracticeEntry {
  readonly id: string;
  readonly number: number;
  readonly start: Sectors;
  readonly length: Sectors;
  readonly type: string;
  readonly uuid: string;
  readonly name: string;
  readonly attributes: string | undefined;
  readonly active: boolean;
  readonly logical: boolean;
  /** Where its record was found; `undefined` where a place is still to be chosen. */
  readonly ebrAt: number | undefined;
  readonly content: VolumeKind;
  readonly label: string;
  readonly volumeUuid: string | undefined;
}

export interface PracticeLayout {
  readonly style: TableStyle | 'none';
  readonly sizeSectors: Sectors;
  readonly sectorBytes: number;
  readonly tableId: string;
  readonly first: Sectors;
  readonly end: Sectors;
  readonly entries: readonly PracticeEntry[];
  readonly container: TableContainer | undefined;
}

/** The disk as it was found. Damage of the table is not repeated: the image has the table that was read. */
export function foundLayout(survey: Survey): PracticeLayout {
  const { disk } = survey;
  return {
    ...geometryOf(survey),
    style: disk.style,
    first: disk.firstUsable,
    end: disk.usableEnd,
    tableId: disk.tableId ?? idFrom(survey.id, 'disk', disk.style),
    container: containerOf(survey),
    entries: survey.partitions.map((p) => ({
      id: p.id,
      number: p.number,
      start: p.start,
      length: p.length,
      type: p.type ?? typeFor('data', disk.style === 'mbr' ? 'mbr' : 'gpt', true),
      uuid: p.uuid ?? idFrom(survey.id, p.id, 'gpt'),
      name: p.name ?? '',
      attributes: p.attributes,
      active: p.active ?? false,
      logical: p.logical ?? false,
      ebrAt: p.ebrAt,
      content: p.volume?.kind ?? 'unknown',
      label: p.volume?.label ?? '',
      volumeUuid: p.volume?.uuid,
    })),
  };
}

/** The disk as it is planned. What is kept keeps its identifiers; what is new gets such that the same plan gives the same disk. */
export function plannedLayout(plan: Plan, survey: Survey): PracticeLayout {
  const area = plannedArea(plan, survey);
  const numbers = partitionNumbers(plan, survey);
  const { style } = plan.target;
  const blank = survey.disk.style === 'none' && plan.partitions.length === 0;
  const kept = plan.target.table === 'keep' && survey.disk.style === style;
  return {
    ...geometryOf(survey),
    style: blank ? 'none' : style,
    first: area.first,
    end: area.end,
    tableId:
      (kept ? survey.disk.tableId : undefined) ?? idFrom(survey.id, kept ? 'disk' : 'new table', style),
    container: kept ? containerOf(survey) : undefined,
    entries: plan.partitions.map((p) => {
      const found = survey.partitions.find((f) => f.id === p.from);
      const volume = p.treatment === 'keep' ? found?.volume : undefined;
      return {
        id: p.id,
        number: numbers.get(p.id)!,
        start: p.start,
        length: p.length,
        type: typeOf(plan, survey, p),
        uuid: found?.uuid ?? idFrom(survey.id, p.id, 'gpt'),
        name: p.name,
        attributes: found?.attributes,
        active: found?.active ?? false,
        logical: found?.logical ?? false,
        ebrAt: found?.start === p.start ? found.ebrAt : undefined,
        content: p.fileSystem,
        label: p.label,
        volumeUuid: volume?.uuid,
      };
    }),
  };
}

function geometryOf(survey: Survey): Pick<PracticeLayout, 'sizeSectors' | 'sectorBytes'> {
  return { sizeSectors: survey.disk.sizeSectors, sectorBytes: survey.disk.sectorBytes };
}

/** The container that holds logicals. Where a survey tells logicals but no container, the least one around them. */
function containerOf({ containers, partitions }: Survey): PracticeLayout['container'] {
  const known = containers?.[0];
  const logicals = partitions.filter((p) => p.logical);
  if (known || logicals.length === 0) return known;
  const first = logicals[0]!;
  const last = logicals.at(-1)!;
  const before = partitions.filter((p) => !p.logical && p.start < first.start);
  const start = recordPlace(first, before, 1);
  const taken = new Set(partitions.map((p) => p.number));
  const number = [4, 3, 2, 1].find((n) => !taken.has(n)) ?? 4;
  return { number, start: sectors(start), length: sectors(last.start + last.length - start), type: '0x0f' };
}

function idFrom(survey: string, what: string, style: string): string {
  const uuid = uuidFrom(encodeUtf8(`${survey}/${what}`));
  return style === 'mbr' ? uuid.slice(0, 8) : uuid;
}

/** Sectors usually left for the record before a logical partition. */
const USUAL_LEAD_IN = 2048;

/** Where a record can stand before `logical`: 1 MiB ahead, or as far ahead as what is before it allows. */
export function recordPlace(
  logical: { readonly start: number },
  others: readonly Pick<SurveyPartition, 'start' | 'length'>[],
  first: number,
): number {
  const ends = others.filter((p) => p.start < logical.start).map((p) => p.start + p.length);
  return Math.max(first, logical.start - USUAL_LEAD_IN, ...ends);
}
