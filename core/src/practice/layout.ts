import { encodeUtf8, isGuid, uuidFrom } from '../bytes/index.js';
import { isActive, isLogical, plannedArea, plannedContainer, recordPlaces } from '../layout/index.js';
import { shownAs, type Planned } from '../plan/index.js';
import { volumeUuidOf } from '../mounting/index.js';
import type { Sectors } from '../quantity/index.js';
import { typeOf } from '../recognition/index.js';
import { CONTAINER_NUMBER, partitionNumbers } from '../moment/index.js';
import { surveyedPartition, surveySignature, containerIn, type Survey } from '../survey/index.js';
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
    tableId: disk.tableId ?? idFrom(surveySignature(survey), 'disk', disk.style),
    container: containerIn(survey),
    entries: survey.partitions.map((p) => ({
      id: p.id,
      number: p.number,
      start: p.start,
      length: p.length,
      type: typeCode(p.type, disk.style === 'mbr' ? 'mbr' : 'gpt'),
      uuid: guidOf(p.uuid) ?? idFrom(surveySignature(survey), p.id, 'gpt'),
      name: p.name ?? '',
      attributes: attributesOf(p.attributes),
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
export function plannedLayout(planned: Planned, numbers = partitionNumbers(planned)): PracticeLayout {
  const { plan, survey } = planned;
  const area = plannedArea(planned);
  const records = recordPlaces(planned);
  const { style } = plan.target;
  const blank = survey.disk.style === 'none' && plan.partitions.length === 0;
  const kept = plan.target.table === 'keep' && survey.disk.style === style;
  return {
    ...geometryOf(survey),
    style: blank ? 'none' : style,
    first: area.first,
    end: area.end,
    tableId:
      (kept ? survey.disk.tableId : undefined) ??
      idFrom(surveySignature(survey), kept ? 'disk' : 'new table', style),
    container: plannedTableContainer(planned, numbers),
    entries: plan.partitions.map((p) => {
      const found = surveyedPartition(survey, p.from);
      const volume = p.treatment === 'keep' ? found?.volume : undefined;
      return {
        id: p.id,
        number: numbers.get(p.id)!,
        start: p.start,
        length: p.length,
        type: typeCode(typeOf(planned, p), style),
        // Ids and attributes belong to a style; in a table of the other style they are made anew.
        uuid: (kept ? guidOf(found?.uuid) : undefined) ?? idFrom(surveySignature(survey), p.id, 'gpt'),
        name: p.name,
        attributes: kept ? attributesOf(found?.attributes) : undefined,
        active: isActive(planned, p),
        logical: isLogical(planned, p),
        ebrAt: records.get(p.id),
        content: shownAs(p).kind,
        label: shownAs(p).label,
        volumeUuid: volume?.uuid ?? volumeUuidOf(planned, p)?.uuid,
      };
    }),
  };
}

function plannedTableContainer(
  planned: Planned,
  numbers: ReadonlyMap<string, number>,
): TableContainer | undefined {
  const { survey } = planned;
  const span = plannedContainer(planned);
  const type = containerIn(survey)?.type ?? '0x0f';
  return span ? { ...span, number: numbers.get(CONTAINER_NUMBER)!, type } : undefined;
}

function geometryOf(survey: Survey): Pick<PracticeLayout, 'sizeSectors' | 'sectorBytes'> {
  return { sizeSectors: survey.disk.sizeSectors, sectorBytes: survey.disk.sectorBytes };
}

/** A listing may call a type by a name of its own: what no table can hold is as if nobody had read it. */
const typeCode = (type: string | undefined, style: TableStyle): string =>
  type !== undefined && (style === 'gpt' ? isGuid(type) : /^0x[0-9a-f]{1,2}$/i.test(type))
    ? type
    : typeFor('data', style, true);

export const guidOf = (text: string | undefined): string | undefined => {
  const lower = text?.toLowerCase();
  return lower !== undefined && isGuid(lower) ? lower : undefined;
};

const attributesOf = (text: string | undefined): string | undefined =>
  text !== undefined && /^[0-9a-f]{1,16}$/i.test(text) ? text : undefined;

function idFrom(survey: string, what: string, style: string): string {
  const uuid = uuidFrom(encodeUtf8(`${survey}/${what}`));
  return style === 'mbr' ? uuid.slice(0, 8) : uuid;
}
