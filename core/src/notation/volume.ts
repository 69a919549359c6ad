import { formatExact } from '../quantity/index.js';
import { VOLUME_EVIDENCE, VOLUME_KINDS, type Volume, type VolumeEvidence } from '../volume/index.js';
import { choice, sizeIn, wholeNumber, type Fields } from './fields.js';
import { quoted, stringsIn, type Text } from './lines.js';
import { NOTHING_KNOWN } from './context.js';
import { message } from '../words/index.js';

const list = (strings: readonly string[] | undefined) => strings?.map(quoted).join(' ');
const field = (key: string, value: string | undefined) => (value === undefined ? [] : [`${key} ${value}`]);
const flag = (key: string, value: boolean | undefined) =>
  value === true ? [key] : value === false ? [`${key} no`] : [];
const measured = (bytes: number, by: VolumeEvidence | undefined) =>
  `${formatExact(bytes)}${by === undefined ? '' : ` by ${by}`}`;

/** The fields of a volume, beginning with `holds`. What is inside it stands on lines of its own. */
export function volumeFields(v: Volume): string[] {
  return [
    `holds ${v.kind}`,
    ...field('variant', v.variant === undefined ? undefined : quoted(v.variant)),
    ...field('called', v.name === undefined ? undefined : quoted(v.name)),
    ...field('label', v.label === undefined ? undefined : quoted(v.label)),
    ...field('uuid', v.uuid === undefined ? undefined : quoted(v.uuid)),
    ...field('block', v.blockBytes === undefined ? undefined : formatExact(v.blockBytes)),
    ...field('spans', v.sizeBytes === undefined ? undefined : formatExact(v.sizeBytes)),
    ...field('used', v.usedBytes === undefined ? undefined : measured(v.usedBytes, v.usedEvidence)),
    ...field('last', v.lastUsedByte === undefined ? undefined : String(v.lastUsedByte)),
    ...field('floor', v.floor && measured(v.floor.bytes, v.floor.evidence)),
    ...flag('dirty', v.dirty),
    ...flag('hibernated', v.hibernated),
    ...flag('encrypted', v.encrypted),
    ...field('mounted', v.mountPoint === undefined ? undefined : quoted(v.mountPoint)),
    ...field('loaders', list(v.contents?.loaders)),
    ...field('system', v.contents?.systemName === undefined ? undefined : quoted(v.contents.systemName)),
    ...field('fstab', v.contents?.fstab === undefined ? undefined : quoted(v.contents.fstab)),
    ...field('crypttab', v.contents?.crypttab === undefined ? undefined : quoted(v.contents.crypttab)),
    ...field('unread', list(v.unread)),
  ];
}

/** The lines of what stands inside a volume, each with one `>` more. */
export function insideLines(v: Volume, depth = 1): string[] {
  return (v.inside ?? []).flatMap((inner) => [
    `${'>'.repeat(depth)} ${volumeFields(inner).join(', ')}`,
    ...insideLines(inner, depth + 1),
  ]);
}

/** The volume that the fields tell; `undefined` where there is no `holds`. `kind` is given where the line begins with it. */
export function takeVolume(fields: Fields, kindText?: Text): Volume | undefined {
  const kind = kindText ?? fields.take('holds');
  const name = fields.string('called');
  const label = fields.string('label');
  const uuid = fields.string('uuid');
  const used = takeMeasured(fields.take('used'));
  const floor = takeMeasured(fields.take('floor'));
  const last = fields.take('last');
  const loaders = fields.take('loaders');
  const unread = fields.take('unread');
  const contents = defined({
    loaders: loaders && stringsIn(loaders),
    fstab: fields.string('fstab'),
    crypttab: fields.string('crypttab'),
    systemName: fields.string('system'),
  });
  if (floor && floor.by === undefined) fields.line.fields[0]!.fault(message('text.floor-rests'));
  const rest = defined({
    variant: fields.string('variant'),
    name,
    label,
    uuid,
    blockBytes: fields.size('block', NOTHING_KNOWN),
    sizeBytes: fields.size('spans', NOTHING_KNOWN),
    usedBytes: used?.bytes,
    usedEvidence: used?.by,
    lastUsedByte: last && wholeNumber(last),
    floor: floor && { bytes: floor.bytes, evidence: floor.by! },
    dirty: takeFlag(fields, 'dirty'),
    hibernated: takeFlag(fields, 'hibernated'),
    encrypted: takeFlag(fields, 'encrypted'),
    mountPoint: fields.string('mounted'),
    contents: Object.keys(contents).length > 0 ? contents : undefined,
    unread: unread && stringsIn(unread),
  });
  if (!kind) {
    if (Object.keys(rest).length > 0) fields.line.fields[0]!.fault(message('text.volume-kind'));
    return undefined;
  }
  return { kind: choice(kind, VOLUME_KINDS), ...rest };
}

function takeFlag(fields: Fields, key: string): boolean | undefined {
  const value = fields.take(key);
  if (!value) return undefined;
  return value.text === '' ? true : choice(value, ['yes', 'no']) === 'yes';
}

function takeMeasured(
  value: Text | undefined,
): { bytes: number; by: VolumeEvidence | undefined } | undefined {
  if (!value) return undefined;
  const by = /\sby\s+(\S+)$/.exec(value.text);
  if (!by) return { bytes: sizeIn(value, NOTHING_KNOWN), by: undefined };
  const evidence = choice(value.from(value.text.length - by[1]!.length), VOLUME_EVIDENCE);
  const size = value.text.slice(0, by.index);
  return { bytes: sizeIn(value.head(size.length), NOTHING_KNOWN), by: evidence };
}

export function defined<T extends object>(object: T): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };
}
