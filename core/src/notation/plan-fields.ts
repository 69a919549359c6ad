import { PART_MAKERS } from '../system/index.js';
import { FIRMWARE_MODES } from '../machine/index.js';
import { plannedArea } from '../layout/index.js';
import {
  endOf,
  LAYERS,
  type LoaderPlace,
  type Plan,
  type PlannedPartition,
  type Subvolume,
} from '../plan/index.js';
import { ALIGNMENT_BYTES, alignUp, bytes, sectors, type Sectors } from '../quantity/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import type { TableStyle } from '../table/index.js';
import type { Fields } from './fields.js';
import { typeCodeIn } from './type-code.js';
import { choice, sizeIn } from './fields.js';
import { stringsIn, type Text } from './lines.js';
import { volumesAsFound } from './plan-lines.js';
import { message } from '../words/index.js';

/** Mode, style, and what becomes of the table that is there. */
export function targetIn(fields: Fields): Plan['target'] {
  const table = fields.flag('new') ? 'new' : fields.flag('convert') ? 'convert' : 'keep';
  fields.flag('keep');
  return {
    mode: choice(fields.subject, FIRMWARE_MODES),
    style: fields.oneOf('table', ['gpt', 'mbr'] as const) ?? 'gpt',
    table,
    controller: fields.oneOf('controller', ['as-is', 'plain'] as const) ?? 'as-is',
    secureBoot: fields.oneOf('secure boot', ['as-is', 'on'] as const) ?? 'as-is',
  };
}

/** Where a boot loader lies. */
export function placeOfLoader(fields: Fields): LoaderPlace {
  const partition = (key: 'on efi' | 'on partition') => fields.string(key);
  const efi = partition('on efi');
  if (efi !== undefined) return { kind: 'efi', partition: efi };
  const own = partition('on partition');
  if (own !== undefined) return { kind: 'partition', partition: own };
  if (fields.flag('on disk')) return { kind: 'disk' };
  return fields.line.fields[0]!.fault(message('text.loader'));
}

/** Names and mount points by turns. */
export function subvolumesIn(fields: Fields): Pick<PlannedPartition, 'subvolumes'> {
  const text = fields.take('subvolumes');
  if (!text) return {};
  const words = stringsIn(text);
  if (words.length % 2 !== 0) text.fault(message('text.subvolumes'));
  const subvolumes: Subvolume[] = [];
  for (let i = 0; i < words.length; i += 2) subvolumes.push({ name: words[i]!, mountPoint: words[i + 1]! });
  return { subvolumes };
}

/** Who makes the partition. */
export function makerIn(fields: Fields): Pick<PlannedPartition, 'maker'> {
  const maker = fields.oneOf('made', [...PART_MAKERS, 'as-system'] as const);
  return maker ? { maker } : {};
}

/** The type where it is not the usual one of its role. */
export function typeIn(fields: Fields, style: TableStyle): Pick<PlannedPartition, 'type'> {
  const type = typeCodeIn(fields.take('type'), style);
  return type === undefined ? {} : { type };
}

/** What lies between the partition and its file system. */
export function layerIn(fields: Fields): Pick<PlannedPartition, 'layer'> {
  const layer = fields.oneOf('layer', LAYERS);
  return layer ? { layer } : {};
}

/** Nothing of what is inside, where the line says so; else what was found there. */
export function insideIn(
  fields: Fields,
  part: Pick<PlannedPartition, 'from' | 'treatment'>,
  survey: Survey,
): Pick<PlannedPartition, 'inside'> {
  const [whole, none] = [fields.flag('whole'), fields.flag('no volumes')];
  if (whole) return {};
  const inside = none ? [] : volumesAsFound(part, survey);
  return inside ? { inside } : {};
}

/** Under the first word: `true` where the line has it, `false` where it has the other, nothing where neither. */
export function flagIn<K extends string>(fields: Fields, yes: K, no: string): Partial<Record<K, boolean>> {
  const [is, isNot] = [fields.flag(yes), fields.flag(no)];
  return (is || isNot ? { [yes]: is } : {}) as Partial<Record<K, boolean>>;
}

/** As told; else where it was found; else the first aligned place behind the part before. */
export function startIn(
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
  const from = last ? endOf(last) : plannedArea({ plan, survey }).first;
  return sectors(alignUp(from, ALIGNMENT_BYTES / survey.disk.sectorBytes));
}

/** A place on the disk, as the sector that begins there. */
export function placeIn(text: Text, survey: Survey): Sectors {
  const { sectorBytes, sizeSectors } = survey.disk;
  const place = sizeIn(text, { disk: bytes(sizeSectors * sectorBytes) });
  if (place % sectorBytes !== 0) text.fault(message('text.no-whole-sectors', { bytes: place, sectorBytes }));
  return sectors(place / sectorBytes);
}
