import { and, both, count } from './format.js';

/** Disks to practise on, and how one is attached to a virtual machine. */
export const practice = {
  'practice.unformatted': ({ number, label, content }: { number: number; label: string; content: string }) =>
    `partition ${number}${label === '' ? '' : ` “${label}”`}: ${content}`,

  'practice.title': () => 'Practice disks',
  'practice.about': () =>
    'Try the steps where nothing can be lost: in a virtual machine, with a disk like yours. These lines are for qemu on a Linux; any virtual machine that takes qcow2 images will do.',
  'practice.image': ({ first, last, of }: { first: number; last: number; of: number }) =>
    first > of
      ? 'The disk after the last step.'
      : first === last
        ? `The disk before step ${first} of ${of}.`
        : `The disk before steps ${first} to ${last} of ${of}.`,
  'practice.empty': ({ parts }: { parts: readonly string[] }) =>
    `${count(parts.length, 'partition')} not formatted: ${and(parts)}.`,
  'practice.made': () => 'Partitions that a setup makes are in the list below, and not in the image.',

  'practice.what': ({ size }: { size: number }) =>
    `Each image is a disk of ${both(size)} with the partition table of its moment. EFI system partitions and swap are formatted, all else is empty: no system and none of your files is on it.`,
  'practice.copy': () => 'Work on a copy. To start again, copy it again.',
  'practice.firmware': () =>
    'The packages of qemu bring a UEFI firmware in two files: the code, and its variables. Copy the variables; put the true names of both in these lines.',
  'practice.start': ({ device, own }: { device: string; own: string | null }) =>
    `Start the virtual machine with the copy as its disk and your live medium in its drive. ${
      own === null
        ? `Its disk is called ${device}, as in the runbook.`
        : `Its disk is called ${device} there; on your machine, and in the runbook, it is ${own}.`
    }`,
  'practice.format': () =>
    'In the live session, format what is empty, so that it can be shrunk, moved and checked. Check the names first: this deletes what is in the partitions of the virtual disk.',
  'practice.cut': () =>
    'Then do the steps. To practise a power cut, close the window of the virtual machine in the middle of one.',
  'practice.read': ({ copy }: { copy: string }) =>
    `Shut the virtual machine down, and have ${copy} compared with the plan: choose it under Runbook, where the disk is read again, or run this line.`,
};
