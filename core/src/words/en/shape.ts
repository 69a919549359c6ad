import { count, quoted } from './format.js';

type Counted = 'number' | 'character' | 'item';

const amount = (n: number, of: Counted): string => (of === 'number' ? String(n) : count(n, of));

const TYPES: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  object: 'an object',
  record: 'an object',
  array: 'a list',
};

/** What is wrong with a value at a place of a document. */
export const shapeFaults = {
  'shape.at': ({ path, problem }: { path: string; problem: string }) =>
    `${path || 'the document'}: ${problem}`,
  'shape.missing': () => 'This is missing.',
  'shape.no-object': () => 'It is not an object.',
  'shape.out-of-order': () => 'It is out of order.',
  'shape.type': ({ expected }: { expected: string }) => `It has to be ${TYPES[expected] ?? expected}.`,
  'shape.least': ({ least, of }: { least: number; of: Counted }) =>
    `It has to be at least ${amount(least, of)}.`,
  'shape.most': ({ most, of }: { most: number; of: Counted }) => `It can be at most ${amount(most, of)}.`,
  'shape.more-than': ({ than }: { than: number }) => `It has to be more than ${than}.`,
  'shape.less-than': ({ than }: { than: number }) => `It has to be less than ${than}.`,
  'shape.unknown-keys': ({ keys }: { keys: readonly string[] }) =>
    `${keys.map(quoted).join(', ')} ${keys.length === 1 ? 'is' : 'are'} not known here.`,
  'shape.choice': ({ known }: { known: readonly string[] }) => `It can be: ${known.join(', ')}.`,
  'shape.format': ({ format }: { format: string }) => `It is not written as it should be (${format}).`,
  'shape.no-form': () => 'It has none of the forms that are known here.',
  'shape.device': () => 'A device name is written as Linux prints it, such as nvme0n1 or /dev/mapper/array.',
  'shape.type-code': () => 'A type is a GUID in lower case, or 0x and two digits.',
  'shape.system-name': () => 'Enter a name for the system.',
  'shape.inside-name': () => 'Letters, digits and + _ . - only, and no - in front.',
  'shape.edit-code': () => 'No such sentence is known.',
  'shape.usable-area': () => 'The usable area does not lie within the disk.',
  'shape.disk-order': () => 'Partitions are not in disk order.',
  'shape.twice': () => 'It stands there twice.',
  'shape.no-such-reading': ({ id }: { id: string }) => `There is no reading “${id}” beside it.`,
  'shape.same-id': () => 'Two partitions have the same id.',
};
