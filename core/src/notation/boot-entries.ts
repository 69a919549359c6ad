import { entryName, type BootEntries, type BootEntry, type EntryPartition } from '../firmware/index.js';
import { oneString, wholeNumber, type Fields } from './fields.js';
import { quoted, type Text } from './lines.js';
import { message } from '../words/index.js';

/** `000A`: the number of an entry, as the firmware names it. */
const digits = (number: number): string => entryName(number).slice(4);

export const entryAnchor = ({ number }: BootEntry): string => `entry ${digits(number)}`;

/** The lines of the firmware's boot entries, each with what its remarks stand at. */
export function entryLines({ entries, order, current }: BootEntries): [anchor: string, line: string][] {
  const now = current === undefined ? '' : `, current ${digits(current)}`;
  return [
    ['entries', `entries order ${quoted(order.map(digits).join(' '))}${now}`],
    ...entries.map((entry): [string, string] => [entryAnchor(entry), entryLine(entry)]),
  ];
}

function entryLine({ number, description, active, partition, path }: BootEntry): string {
  return [
    `entry ${quoted(description)}`,
    `as ${digits(number)}`,
    ...(partition ? [`in ${partition.number}`, `at ${partition.start}`, `sectors ${partition.length}`] : []),
    ...(partition?.uuid ? [`uuid ${quoted(partition.uuid)}`] : []),
    ...(partition?.diskSignature ? [`signature ${quoted(partition.diskSignature)}`] : []),
    ...(path === undefined ? [] : [`path ${quoted(path)}`]),
    ...(active ? [] : ['off']),
  ].join(', ');
}

export function takeOrder(fields: Fields): Omit<BootEntries, 'entries'> {
  const order = fields.subject.after('order') ?? fields.subject.fault(message('text.entries-order'));
  const numbers = oneString(order).split(/\s+/).filter(Boolean);
  const current = fields.take('current');
  return {
    order: numbers.map((n) => numberIn(n, order)),
    ...(current ? { current: numberIn(current.text, current) } : {}),
  };
}

export function takeEntry(fields: Fields): BootEntry {
  const number = fields.need('as');
  const partition = takePartition(fields);
  const path = fields.string('path');
  return {
    number: numberIn(number.text, number),
    description: oneString(fields.subject),
    active: !fields.flag('off'),
    ...(partition ? { partition } : {}),
    ...(path === undefined ? {} : { path }),
  };
}

function takePartition(fields: Fields): EntryPartition | undefined {
  const [number, start, length] = [fields.take('in'), fields.take('at'), fields.take('sectors')];
  const uuid = fields.string('uuid');
  const diskSignature = fields.string('signature');
  if (!number || !start || !length)
    return (number ?? start ?? length)?.fault(message('text.entry-partition'));
  return {
    number: wholeNumber(number),
    start: wholeNumber(start),
    length: wholeNumber(length),
    ...(uuid ? { uuid } : {}),
    ...(diskSignature ? { diskSignature } : {}),
  };
}

function numberIn(text: string, at: Text): number {
  return /^[0-9a-f]{4}$/i.test(text)
    ? parseInt(text, 16)
    : at.fault(message('text.entry-number', { found: text }));
}
