import { binary, both, count, quoted, STYLE, type Style } from './format.js';

const style = (name: string) => (name in STYLE ? STYLE[name as Style] : 'no partition table');

/** Where a disk stands in its procedure, and in what it is otherwise than it should be. */
export const standing = {
  'standing.at': (p: { from: number; to: number; of: number }) => {
    const done = (n: number) =>
      n === 0 ? 'before the first step' : n === p.of ? 'at the end' : `after step ${n}`;
    if (p.from === p.to) return `This disk is ${done(p.from)}.`;
    const last = p.to === p.of ? `the last step` : `step ${p.to}`;
    return `This disk is ${done(p.from)}, or further, up to ${last}: the steps between leave nothing on the disk that can be read.`;
  },
  'standing.near': (p: { from: number; of: number }) =>
    p.from === p.of
      ? 'This disk is nearest to the end of the plan, but not just so.'
      : p.from === 0
        ? 'This disk is nearest to what it was before the first step, but not just so.'
        : `This disk is nearest to what it should be after step ${p.from}, but not just so.`,
  'standing.another-disk': (p: { expected: number; is: number }) =>
    `This is another disk: it has ${both(p.is)}, and the plan is for one of ${both(p.expected)}. Check which disk was read.`,
  'standing.begun-shrink': (p: { volume: string; step: number }) =>
    `Step ${p.step} was begun: the file system of ${quoted(p.volume)} is smaller already, its partition is not. Check the volume, then finish the step: set the partition to the planned size.`,
  'standing.begun-move': (p: { volume: string; step: number }) =>
    `Step ${p.step} was begun: ${quoted(p.volume)} cannot be recognised at its old place any more, and the table still names that place. Do not write to this disk. Part of it may be at both places: copy the disk as a whole to another one before you try anything, and restore ${quoted(p.volume)} from the backup.`,
  'standing.doubt': (p: { volume: string; step: number }) =>
    `If step ${p.step} was begun, the disk does not show it: while ${quoted(p.volume)} is copied over its own place, its beginning looks whole. In that case do not begin step ${p.step} again: it would write over what was copied, and every file would be lost. Do not mount, check or repair ${quoted(p.volume)}. Copy the whole disk to another one first, then restore ${quoted(p.volume)} from the backup.`,
  'standing.journal-begun': (p: { step: number; pieces: number; script: string }) =>
    `The journal says that step ${p.step} was begun${p.pieces === 0 ? '' : `, with ${count(p.pieces, 'piece')} copied`}. Run ${p.script} again with this journal beside it: it continues there, and nothing is lost. Until then, mount and check nothing on this disk.`,
  'standing.journal-done': (p: { step: number | null; script: string }) =>
    p.step === null
      ? `The journal has no step of ${p.script} yet.`
      : `The journal says that step ${p.step} is done, and that no step was begun after it.`,
  'standing.journal-of-another': () =>
    'This journal is of another plan, or of this one before it was changed. It tells nothing of these steps.',
  'standing.go-on': ({ step, doubt }: { step: number; doubt: number | null }) =>
    doubt === null
      ? `Go on with step ${step}.`
      : `If step ${doubt} was never begun, go on with step ${step}.`,
  'standing.all-done': () => 'All steps are done, as far as the disk shows it. Start every system once.',
  'standing.space': (p: { volume: string; used: number; bytes: number }) =>
    `${quoted(p.volume)}: ${binary(p.used)} of ${binary(p.bytes)} in use (${Math.round((100 * p.used) / p.bytes)} %).`,

  'after.mounts': ({ system }: { system: string }) =>
    `The mount table of ${system} agrees with the one shown here under Mount tables.`,
  'after.clocks': () => 'Every system shows the right time, also when another one ran before it.',
  'after.order': () =>
    'The machine starts the system that you want first, and every other one can be chosen.',
  'after.update': ({ system }: { system: string }) =>
    `${system} still starts, from cold, after its first large update, and so do the others.`,

  'differs.disk-size': () => 'The disk has another size.',
  'differs.style': (p: { expected: string; is: string }) =>
    `The disk has ${style(p.is)}; it should have ${style(p.expected)}.`,
  'differs.container': () => 'The extended partition is at another place, or has another size.',
  'differs.missing': (p: { volume: string; bytes: number; kept: boolean }) =>
    `${quoted(p.volume)}, ${both(p.bytes)}, is not in the table.${p.kept ? ' It was to be kept: do not write to its place. Listing it there again brings it back.' : ''}`,
  'differs.extra': (p: { number: number; bytes: number; content: string }) =>
    `Partition ${p.number}, ${both(p.bytes)}${p.content ? `, ${p.content}` : ''}, is not in the plan. A setup may have made it; the room it took is missing elsewhere.`,
  'differs.place': (p: { volume: string; expected: number; is: number }) =>
    `${quoted(p.volume)} begins at sector ${p.is}; it should begin at sector ${p.expected}.`,
  'differs.size': (p: { volume: string; expected: number; is: number }) =>
    `${quoted(p.volume)} has ${both(p.is)}; it should have ${both(p.expected)}.`,
  'differs.cut-off': (p: { volume: string; partition: number; fileSystem: number; end: number }) =>
    `The partition of ${quoted(p.volume)} ends before its file system: it has ${both(p.partition)}, the file system ${both(p.fileSystem)}. Do not mount, check or format it. Set the end of the partition to sector ${p.end} or behind it: nothing is lost as long as nothing was written there.`,
  'differs.unfilled': (p: { volume: string; partition: number; fileSystem: number; end: number }) =>
    `The partition of ${quoted(p.volume)} has grown to ${both(p.partition)}, its file system has not: it has ${both(p.fileSystem)}. Check it, then grow the file system to all of the partition.`,
  'differs.content': (p: { volume: string; expected: string; is: string; kept: boolean }) =>
    `${quoted(p.volume)} holds ${p.is}; it should hold ${p.expected}.${p.kept ? ' It was to be kept: if it was formatted, write nothing more to it and take it from the backup.' : ''}`,
  'differs.type': (p: { volume: string; expected: string; is: string }) =>
    `${quoted(p.volume)} is listed with the type ${p.is}; it should be ${p.expected}.`,
  'differs.uuid': (p: { volume: string; is: string; swap: boolean }) =>
    p.swap
      ? `${quoted(p.volume)} was made again: its UUID is ${p.is} now. A mount table that names the old one waits for it when its system starts.`
      : `${quoted(p.volume)} was formatted, though it was to be kept: its UUID is ${p.is} now. Write nothing more to it, and take what it held from the backup.`,
  'differs.number': (p: { volume: string; expected: number; is: number }) =>
    `${quoted(p.volume)} is number ${p.is} in the table; it should be number ${p.expected}. Names of devices that end in a number are other ones now.`,
  'differs.damage': ({ faults }: { faults: number }) =>
    `The partition table is damaged (${count(faults, 'fault')}). Read the disk under As found: it tells what is wrong, and how it is mended.`,
  'differs.label': (p: { volume: string; is: string }) =>
    `${quoted(p.volume)} has the label ${quoted(p.is)}.`,
};
