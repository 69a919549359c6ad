import { formatExact } from '../../quantity/index.js';
import { quoted } from './format.js';

const known = (words: readonly string[]) => `Known: ${words.join(', ')}.`;

/** What is wrong with a survey, a plan or a recipe as text. */
export const notation = {
  'text.first-line': ({ line }: { line: string }) => `The text begins with ${quoted(line)}.`,
  'text.empty': ({ line }: { line: string }) => `The text is empty. It begins with ${quoted(line)}.`,
  'text.rounded': (p: { bytes: number; sectorBytes: number; taken: number }) =>
    `${p.bytes} bytes are not whole sectors of ${p.sectorBytes}: taken as ${p.taken} bytes.`,
  'text.no-plan': () => 'The text tells of a disk and of no plan. Take it in under As found.',
  'text.name-story': () => 'Name and story are changed on the bench.',
  'text.reading-changed': () =>
    'The reading of a disk is never changed. Read the disk again, or take this text in as a new reading under As found.',
  'text.recipe-first-line': ({ line }: { line: string }) => `A recipe begins with ${quoted(line)}.`,
  'text.recipe-cut': () => 'This is no JSON: it is cut off, or not text.',
  'text.recipe-newer': () => 'This recipe was written by a newer version.',
  'text.recipe-odd': () => 'This is no recipe: its fields are not those of one.',
  'text.version': ({ versions, line }: { versions: readonly string[]; line: string }) =>
    `This text is of another version. Versions ${versions.join(' and ')} are read here: write ${quoted(line)}.`,
  'text.too-long': () => 'This is more text than any machine needs.',
  'text.too-many-lines': ({ most }: { most: number }) => `There are more than ${most} lines.`,
  'text.nothing-told': () => 'The text tells of no machine and no disk.',
  'text.line-begins': ({ known }: { known: readonly string[] }) =>
    `A line cannot begin like this. Lines begin with: ${known.join(', ')}.`,
  'text.line-unknown': (p: { known: readonly string[] }) => `This line is not known here. ${known(p.known)}`,
  'text.nothing-more': () => 'Nothing more is expected on this line.',
  'text.quote-open': () => 'This quotation mark is not closed.',
  'text.comma': () => 'Something is missing beside this comma.',
  'text.backslash': () => 'After a backslash n, t, r, " or \\ is expected.',
  'text.twice': ({ key }: { key: string }) => `${quoted(key)} is said twice.`,
  'text.missing': ({ key }: { key: string }) => `${quoted(`${key} …`)} is missing: write it behind a comma.`,
  'text.size-missing': () => 'The size is missing: write “size …” behind a comma.',
  'text.nothing-behind': ({ key }: { key: string }) => `Nothing is expected behind ${quoted(key)}.`,
  'text.unknown': (p: { found: string; known: readonly string[] }) =>
    `${quoted(p.found)} is not known here. ${known(p.known)}`,
  'text.one-string': () => 'One text in quotation marks is expected here.',
  'text.whole-number': () => 'A whole number is expected here.',
  'text.odd': ({ why }: { why: string }) => why,
  'text.odd-at': ({ path, why }: { path: string; why: string }) => `${path}: ${why}`,

  'text.inside-line': () =>
    'A line with “>” tells what stands inside the volume of the line before: > holds ext4, …',
  'text.one-disk': () => 'A survey tells of one disk. Other disks of the machine: beside "name", size …',
  'text.sector-size': () => 'Disks have sectors of 512 or 4096 bytes.',
  'text.damage-unknown': () => 'This damage is not known. It is written as a survey prints it.',
  'text.disk-first': () => 'Tell of the disk first: disk, size 500GB, table gpt',
  'text.beyond-disk': ({ disk }: { disk: number }) =>
    `That reaches beyond the end of the disk of ${formatExact(disk)}.`,
  'text.usable-area': () => 'The usable area is written in sectors: usable 34 to 976773135.',
  'text.too-small-gpt': () => 'That is too small for a disk with a GPT.',
  'text.no-whole-sectors': ({ bytes, sectorBytes }: { bytes: number; sectorBytes: number }) =>
    `That is ${bytes} bytes, which are not whole sectors of ${sectorBytes}.`,
  'text.type-unknown': () => 'No type of this name is known for this kind of table.',
  'text.survey-odd': ({ path, why }: { path: string; why: string }) =>
    `The survey does not hold together: ${path}: ${why}`,
  'text.floor-rests': () => 'Write what the floor rests on: floor 20GiB by bitmap.',
  'text.volume-kind': () => 'Facts of a volume are told, but not what it is: write “holds ext4” as well.',

  'text.entries-order': () => 'Write: entries order "0001 0002".',
  'text.entry-partition': () => 'A partition is told by “in”, “at” and “sectors” together.',
  'text.entry-number': ({ found }: { found: string }) =>
    `${quoted(found)} is no number of an entry, such as 000A.`,

  'text.like': ({ profiles }: { profiles: readonly string[] }) =>
    `Write what it is like: like ${profiles.join(', ')}.`,
  'text.growth': () => 'Write: grows 20% a year.',
  'text.wish-efi': () => 'Write: wish efi any, …',
  'text.keeps-both': () => 'Write both: keeps 130% of used, keeps free 40GiB.',
  'text.keeps-share': () => 'It is between 100 % and 1000 %.',
  'text.amount': () => 'An amount is more than nothing.',
  'text.share': () => 'A share is more than 0 % and at most 100 %.',
  'text.system-twice': ({ id }: { id: string }) => `A system ${quoted(id)} is there already.`,
  'text.no-system': ({ name }: { name: string }) =>
    `There is no system ${quoted(name)}. Systems are told before what they own.`,

  'text.part-disk': () => 'A part needs a disk: write “disk, size …” before the plan.',
  'text.part-twice': ({ id }: { id: string }) => `A part ${quoted(id)} is there already.`,
  'text.no-part': () => 'No part has this name.',
  'text.no-partition': ({ number }: { number: string }) => `The survey has no partition ${number}.`,
  'text.acceptance': () =>
    'Behind “as” stand the eight digits that the app writes there; a remark has at most 200 characters.',
  'text.record': () =>
    'Write: record "STEP", at "2026-05-04T07:30:00Z", remark "…"; a remark has at most 500 characters.',
  'text.container-disk': () => 'An extended container needs a disk: write “disk, size …” before.',
  'text.container': () => 'Write “extended at …, size …”, or “extended none”.',
  'text.loader': () => 'Write where the loader lies: on efi "…", on partition "…", or on disk.',
  'text.subvolumes': () => 'Every subvolume has a name and a mount point, in this order.',

  'text.recipe-place': () => 'A recipe names no partition: leave “untouched” out.',
  'text.recipe-adds': () => 'A recipe adds something: write “add "Linux", like linux-desktop”.',
};
