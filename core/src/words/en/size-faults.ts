import { GIB, MIB, type QuantityName } from '../../quantity/index.js';
import { binary, both, quoted } from './format.js';

const NOT_KNOWN: Readonly<Record<QuantityName, string>> = {
  disk: 'The size of the disk is not known.',
  half: 'The size of the disk is not known.',
  rest: 'There is no free space here for “rest”.',
  used: 'The space used on this partition is not known. Enter it under As found first.',
  floor: 'The minimum of this partition is not known, because its used space is not known.',
  ram: 'The memory of the machine is not known. Enter it under Machine first.',
  now: 'This partition has no present size.',
};

/** What is wrong with a size as it was typed, or with the sizes of a whole disk. */
export const sizeFaults = {
  'typed.too-long': ({ most }: { most: number }) => `A size has at most ${most} characters.`,
  'typed.empty': () => 'Enter a size, such as 80GiB, half or used + 20GiB.',
  'typed.not-here': ({ found }: { found: string }) => `${quoted(found)} does not belong here.`,
  'typed.no-meaning': ({ found }: { found: string }) => `${quoted(found)} has no meaning in a size.`,
  'typed.comma': () => 'Write fractions with a point.',
  'typed.missing': () => 'A size is missing at the end.',
  'typed.expected': ({ found }: { found: string }) => `A size is expected here, not ${quoted(found)}.`,
  'typed.unit-unknown': ({ found }: { found: string }) =>
    `${quoted(found)} is not a unit. Use KiB, MiB, GiB, TiB, kB, MB, GB or TB.`,
  'typed.unit-missing': ({ typed, amount }: { typed: string; amount: number }) => {
    const asMebibytes = amount >= 1024 ? `${binary(amount * MIB)} (${typed} MiB)` : `${typed} MiB`;
    return `${typed}: a unit is missing. Did you mean ${asMebibytes} or ${binary(amount * GIB)}?`;
  },
  'typed.word-unknown': ({ found, known }: { found: string; known: readonly string[] }) =>
    `${quoted(found)} is not known here. You can use: ${known.join(', ')}.`,
  'typed.no-parenthesis': ({ called }: { called: string }) =>
    `${quoted(called)} needs its sizes in parentheses: ${called}(30GiB, 10%).`,
  'typed.not-closed': () => 'This parenthesis is not closed.',
  'typed.negative': ({ bytes }: { bytes: number }) => `This is less than zero: ${binary(bytes)}.`,
  'typed.too-large': () => 'This is larger than any disk.',
  'typed.divided-by-size': () => 'A size can be divided by a number only.',
  'typed.divided-by-zero': () => 'A size cannot be divided by zero.',
  'typed.multiplied': () => 'Two sizes cannot be multiplied.',
  'typed.not-known': ({ name }: { name: QuantityName }) => NOT_KNOWN[name],

  'rows.no-size': () => 'A partition needs a size above 0.',
  'rows.one-rest': () => '“rest” can be the size of one row only.',
  'rows.no-room': ({ least, room }: { least: number; room: number }) =>
    `Together these are at least ${both(least)}, and the disk has room for ${both(room)}.`,
};
