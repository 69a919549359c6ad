import { and, both, count, MODE, quoted, STYLE, type Mode, type Style } from '../format.js';
import { findingText as say } from './text.js';

const names = (list: readonly string[]) => and(list);

/** What is the matter with the disk, its table and its partitions. */
export const ofDisk = {
  'finding.active-primary': ({ marked }: { marked: number }) =>
    say(
      marked === 0 ? 'No primary partition is active' : 'More than one primary partition is active',
      'In BIOS mode with an MBR, exactly one primary partition is marked active. A machine without a boot menu starts from it.',
    ),
  'finding.bare-volume': ({ content, label }: { content: string; label: string }) =>
    say(
      `The disk is not empty: ${content}${label ? ` ${quoted(label)}` : ''} fills all of it`,
      'It has no partition table. Writing one destroys this volume and everything on it; the volume cannot stay beside partitions.',
    ),
  'finding.below-advised': ({ volume, windows }: { volume: string; windows: boolean }) =>
    say(
      `${quoted(volume)} would be almost full`,
      windows
        ? 'Windows needs free space to update itself. Below the advised size its updates may fail within months.'
        : 'What is in use fits, and little more. A file system that is almost full becomes slow, and what writes to it may fail.',
    ),
  'finding.below-floor': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} would be smaller than its minimum`,
      'Its own tool will refuse to shrink it that far.',
    ),
  'finding.inside-room': ({ volume, bytes, volumes }: { volume: string; bytes: number; volumes: number }) =>
    say(
      `The volumes inside ${quoted(volume)} need ${both(bytes)} more than it has`,
      `Together the ${count(volumes, 'volume')} take more than is left inside the partition after its container and volume group. The last one could not be created.`,
    ),
  'finding.cannot-shrink': ({ volume, content }: { volume: string; content: string }) =>
    say(
      `${quoted(volume)} has free space, but ${content} cannot shrink`,
      'Save its files elsewhere, delete it, create a smaller one, and copy the files back. Until then the saved copy is the only one.',
    ),
  'finding.data-erased': ({ volume, deleted }: { volume: string; deleted: boolean }) =>
    say(
      `Everything on ${quoted(volume)} is ${deleted ? 'deleted' : 'erased by formatting'}`,
      'Only a backup can bring it back.',
    ),
  'finding.duplicate-id': ({ partitions }: { partitions: number }) =>
    say(
      `${count(partitions, 'partition')} have the same ID`,
      'Systems find volumes by this ID. If two are the same, the wrong one may be mounted. This often comes from copying a partition.',
    ),
  'finding.duplicate-label': ({ label, partitions }: { label: string; partitions: number }) =>
    say(
      `${count(partitions, 'partition')} have the label ${quoted(label)}`,
      'In the installer only their size tells them apart, and a mount by label takes any of them.',
    ),
  'finding.encrypted-volume': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is encrypted by its own system`,
      'Shrink it only from that system, with protection suspended and the recovery key on paper: a change to how the machine starts can make it ask for the key. Guided installers often refuse the whole disk; partition the free space beside it by hand.',
    ),
  'finding.floor-unknown': ({ volume }: { volume: string }) =>
    say(
      `It is not known whether ${quoted(volume)} can shrink this far`,
      'The space it uses is not known. Let its own system show how far it can shrink, and enter that under As found.',
    ),
  'finding.label-missing': ({ role }: { role: string }) =>
    say(
      `A new partition (${role}) has no label`,
      'In the installer it is one line among others of the same kind. A label costs nothing and is shown everywhere.',
    ),
  'finding.left-in-use': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} was not closed cleanly`,
      'The space it says is used may be out of date, and it may need repair. Start its system or have the volume checked, shut down cleanly, and read the disk again before you resize or move it.',
    ),
  'finding.logical-renumbered': () =>
    say(
      'Partitions that stay get other numbers',
      'A mount table or boot loader that names them by device or PARTUUID would use the wrong one, or none. Change it to UUID or label before you change the table.',
    ),
  'finding.long-exposure': ({ volume, minutes }: { volume: string; minutes: number }) =>
    say(
      `A power cut would destroy ${quoted(volume)} for up to ${count(minutes, 'minute')}`,
      'While it is copied over itself, it cannot be read at its old or its new place. Use mains power, turn sleep off, stay with it, and have a backup that you have tested.',
    ),
  'finding.look-alike': ({ one, other }: { one: string; other: string }) =>
    say(
      `${quoted(one)} and ${quoted(other)} will look the same in an installer`,
      'Both are listed with the same content and the same rounded size. Give one another size or label, or go by the device name.',
    ),
  'finding.mbr-on-blank': () =>
    say(
      'Use GPT for a new table on a UEFI machine',
      'An MBR has four primary partitions, ends at 2 TiB and has no second copy. Nothing on this disk needs it any more.',
    ),
  'finding.mbr-reach': () =>
    say(
      'Part of the disk cannot be used',
      'An MBR can address 2 to the power of 32 sectors. Only GPT reaches the whole disk.',
    ),
  'finding.misaligned': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} does not start on a whole MiB`,
      'It is new, so it can start where the disk writes whole blocks. Otherwise every write across a block border costs two.',
    ),
  'finding.no-order': ({ circle }: { circle: boolean }) =>
    say(
      'The steps of this plan cannot be put in order',
      circle
        ? 'Some partitions are in each other’s way, and no free space can hold one of them for a while. Leave free space, or move only one of them.'
        : 'On the way, the table would have to list what it cannot. Divide the change into two plans.',
    ),
  'finding.not-own-tool': (p: { volume: string; shrunk: boolean; family: string; content: string }) =>
    say(
      `${quoted(p.volume)} would be ${p.shrunk ? 'shrunk' : 'grown'} without its own system`,
      `There is no ${p.family} on the disk that could change its ${p.content} with its own tool, check it, and start from it afterwards. Other tools can. Have a backup that you have tested, and let the system that owns it check it the next time it is started.`,
    ),
  'finding.number-order': () =>
    say(
      'The numbers will not follow the order on the disk',
      'Linux names partitions by number, Windows counts them in disk order. Go by size and label, not by number; the recognition sheet shows both.',
    ),
  'finding.opaque-member': ({ volume, content }: { volume: string; content: string }) =>
    say(
      `${quoted(volume)} is part of something larger`,
      `A ${content} may share its data with other partitions or disks. Keep it or delete it as a whole; it is never resized here. Deleting it can break the whole.`,
    ),
  'finding.room-elsewhere': ({ volume }: { volume: string }) =>
    say(
      `There is free space for ${quoted(volume)}, but not next to it`,
      'The partitions in between must move, with their data. The plan moves as little as possible.',
    ),
  'finding.same-size-disk': () =>
    say(
      'Another disk in this machine has the same size',
      'An installer lists both with the same size. Unplug the other one, or compare their partitions, before anything is written.',
    ),
  'finding.sliver': ({ bytes }: { bytes: number }) =>
    say(`${both(bytes)} of free space is left over`, 'It is too small to be useful.'),
  'finding.slots-full': () =>
    say(
      'All four places of the MBR are in use',
      'Free space outside the extended partition cannot become a primary any more. It can be used if the extended partition grows over it, or if a primary becomes a logical.',
    ),
  'finding.start-moves': (p: { volume: string; boots: boolean; overItself: boolean }) =>
    say(
      `The start of ${quoted(p.volume)} moves: all its data is copied`,
      `${p.overItself ? 'If power fails during the copy, the volume is lost.' : 'Its old place stays whole until the copy is done.'} The copy takes long, and the volume cannot be used meanwhile.${p.boots ? ' The boot files of its system may need repair afterwards.' : ''}`,
    ),
  'finding.table-converted': (p: { style: Style; mode: Mode; systems: readonly string[] }) =>
    say(
      `The table is converted to ${STYLE[p.style]} in place`,
      p.systems.length > 0
        ? `The partitions stay, but ${names(p.systems)} cannot start until the boot files are written again in ${MODE[p.mode]} mode. A mistake here can hide every partition: keep the safety copy on another medium.`
        : 'The partitions stay. A mistake here can hide all of them: keep the safety copy on another medium.',
    ),
  'finding.table-damage': ({ title, why }: { title: string; why: string }) => say(title, why),
  'finding.too-many-entries': ({ most, partitions }: { most: number; partitions: number }) =>
    say(
      `A GPT has ${count(most, 'entry', 'entries')}, and ${count(partitions, 'partition')} are planned`,
      'Tables with more entries exist, but many systems and boot loaders do not read past the usual number.',
    ),
  'finding.volume-larger': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is larger than its partition`,
      'Its end is cut off: the partition was shrunk without its file system, or the table is wrong. Do not write to it. Restore the old end of the partition, check the volume, then plan.',
    ),
  'finding.volume-smaller': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} does not fill its partition`,
      'The partition was enlarged, but not its file system. Grow the file system, or shrink the partition.',
    ),
};
