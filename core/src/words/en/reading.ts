import { binary, both, quoted, grouped } from './format.js';
import { formatDecimal } from '../../quantity/index.js';

/** Why bytes were not read, or make no sense: what stands after “not read:”. */
export const readFaults = {
  'read.told': ({ text }: { text: string }) => text,
  'read.missing': ({ from, to }: { from: number; to: number }) =>
    `bytes ${from} to ${to} of the volume were not read`,
  'read.outside-structure': ({ length, byte }: { length: number; byte: number }) =>
    `a structure of ${length} bytes points to its byte ${byte}`,
  'read.number': ({ value }: { value: string }) => `the number ${value} cannot be right`,
  'read.structure-too-large': ({ length }: { length: number }) =>
    `a structure of ${length} bytes cannot be right`,
  'read.too-long': () => 'what would take longer than anything in a sound disk of this size',
  'read.larger-than-partition': () => 'it says that it is many times larger than its partition',
  'read.figures': () => 'figures that cannot be right',
  'read.marks': ({ kinds }: { kinds: readonly string[] }) =>
    `whether the marks of ${kinds.join(', ')} that it carries too are remains`,
  'read.apfs-used': () => 'its used space: macOS tells it',
  'read.cluster-map': () => 'its map of used clusters',
  'read.block-map': () => 'its map of used blocks',
  'read.cluster-map-short': () => 'the map of clusters is shorter than the volume',
  'read.cluster-outside': () => 'a cluster lies outside the volume',
  'read.chain-outside': () => 'a directory’s chain leaves the volume',
  'read.chain-endless': () => 'a directory’s chain does not end',
  'read.catalog-root': () => 'the catalog does not begin with the root',
  'read.file-too-large': ({ path }: { path: string }) => `${path} is too large to be what it should be`,
  'read.links-in-circle': () => 'symbolic links lead in a circle',
  'read.no-inode': () => 'a directory points to no inode',
  'read.entry-without-length': () => 'a directory entry has no length',
  'read.file-form': () => 'a file is kept in a form that is not read here',
  'read.file-outside': () => 'a file reaches beyond the volume',
  'read.blocks-damaged': () => 'the list of a file’s blocks is damaged',
  'read.blocks-endless': () => 'the list of a file’s blocks does not end',
  'read.directory-too-large': () => 'a directory is larger than is read here',
  'read.group-outside': () => 'a block group lies outside the volume',
  'read.too-many-groups': () => 'it says that it has more block groups than any disk has room for',
  'read.nothing-used': () => 'no block of the volume is marked as used',
  'read.group-map-outside': ({ group }: { group: number }) =>
    `the block map of group ${group} lies outside the volume`,
  'read.tree-endless': () => 'a directory’s tree does not end',
  'read.record-size': ({ bytes }: { bytes: number }) => `records are said to have ${bytes} bytes`,
  'read.no-attribute': () => 'a file record lacks the attribute that is needed',
  'read.record-mark': ({ mark }: { mark: string }) => `a record does not begin with ${mark}`,
  'read.record-torn': () => 'a record was torn while it was written',
  'read.attribute-without-length': () => 'an attribute has no length',
  'read.run-without-length': () => 'a run of clusters has no length',
  'read.run-before': () => 'a run of clusters begins before the volume',
  'read.run-bounds': () => 'a run of clusters is out of all bounds',
  'read.clusters-missing': () => 'the clusters of a file are not all listed in its record',
  'read.beyond-clusters': () => 'a file is read beyond its clusters',
  'read.description-endless': () => 'its description does not end',
  'read.node-length': ({ length }: { length: number }) => `a node of its path has a length of ${length}`,
  'read.partition-short': ({ length }: { length: number }) => `its partition is told in ${length} bytes`,
  'read.not-hex': () => 'it is not written in pairs of hex digits',
  'read.no-attributes': ({ length }: { length: number }) =>
    `it has ${length} bytes, and four of attributes come first`,
};

/** Why a file is not taken as an image of a disk. */
export const imageFaults = {
  'image.qcow2-version': ({ version }: { version: number }) =>
    `This is qcow2 version ${version}; versions 2 and 3 are read.`,
  'image.backing-file': () =>
    'This image holds only the changes to another image, its backing file. Convert it into one that stands alone, then read that.',
  'image.encrypted': () =>
    'This image is encrypted as a whole. Convert it into one that is not, then read that.',
  'image.external-data': () =>
    'This image keeps its data in another file. Convert it into one that stands alone, then read that.',
  'image.unknown-feature': ({ bits }: { bits: string }) =>
    `This image uses features that are not known here (${bits}). Convert it with plain options, then read that.`,
  'image.compression': ({ type }: { type: number }) => `Its compression, type ${type}, is not known here.`,
  'image.qcow2-damaged': ({ why }: { why: string }) =>
    `This qcow2 image is damaged: ${why}. Check it where it was made.`,
  'image.capture-damaged': ({ why }: { why: string }) =>
    `This capture archive is damaged: ${why}. Have it sent, or made, again.`,
  'image.header-short': () => 'its header is cut short',
  'image.cluster-bits': ({ bits }: { bits: number }) => `its clusters are said to be 2^${bits} bytes`,
  'image.subclusters': () => 'its clusters are too small for subclusters',
  'image.first-table-long': ({ entries }: { entries: number }) =>
    `its first-level table is said to have ${entries} entries`,
  'image.first-table-short': () => 'its first-level table is too small for the size of its disk',
  'image.holds-too-much': () => 'it claims to hold more than it can',
  'image.checksum': () => 'its checksum does not hold',
  'image.beyond-end': () => 'it places bytes beyond the end of its disk',
  'image.index-short': () => 'its index is cut short',
  'image.index-unknown': () => 'its index is not understood',
  'image.data-altered': () => 'its data are cut short or altered',
};

/** Why what was given is not taken as a survey of a disk: what, where, and what to do. */
export const surveyFaults = {
  'capture.cut-short': ({
    end,
    file,
    bytes,
    need,
  }: {
    end: 'head' | 'tail';
    file: string;
    bytes: number;
    need: number;
  }) =>
    `The ${end} ${quoted(file)} is cut short: it has ${bytes} bytes. The ${end === 'head' ? 'first' : 'last'} ${grouped(need).replaceAll(',', ' ')} bytes of the disk are needed; capture it again.`,
  'capture.size-impossible': ({ bytes }: { bytes: number }) =>
    `A disk cannot have ${bytes} bytes: its size is a whole number of 512-byte sectors and not less than the head.`,
  'capture.other-disk': ({ file, tail, head }: { file: string; tail: string; head: string }) =>
    `The tail ${quoted(file)} belongs to another disk: its table is of disk ${tail}, the head’s of ${head}. Capture both from the same disk.`,
  'capture.not-at-end': ({ file, bytes, said }: { file: string; bytes: number; said: number }) =>
    `The tail ${quoted(file)} does not end a disk of ${bytes} bytes (${formatDecimal(bytes)}): its table says it is the last sector of a disk of ${said} bytes (${formatDecimal(said)}, ${binary(said)}). Check the size, or capture the tail of this disk.`,
  'capture.swapped': ({ file }: { file: string }) =>
    `${quoted(file)} looks like the end of a disk, not its beginning. Are head and tail exchanged?`,

  'disk.too-small': ({ bytes }: { bytes: number }) => `There are ${bytes} bytes here, too few for any disk.`,
  'disk.too-many': ({ listed, most }: { listed: number; most: number }) =>
    `The table lists ${listed} partitions; at most ${most} can be planned.`,
  'disk.nothing-known': () =>
    'There is no known partition table or file system in this file, and it is not empty. Check that it is the image of a whole disk. If the disk was overwritten with random bytes, enter it by hand as a disk without a table.',

  'drawn.line': ({ line, says }: { line: number; says: string }) => `Line ${line}: ${says}`,
  'drawn.no-table': () => 'A disk without a table has no partitions. Choose GPT or MBR, or clear the list.',
  'drawn.too-long': ({ most }: { most: number }) =>
    `It is longer than ${most} characters. Each line is a size and what it is.`,
  'drawn.nothing-named': () =>
    'Enter a size and what it is, such as “100MiB efi” or “237GiB ntfs "Station"”.',
  'drawn.word-unknown': ({ word, known }: { word: string; known: readonly string[] }) =>
    `${quoted(word)} is not known. Known: ${known.join(', ')}.`,
  'drawn.one-rest': () => '“rest” can stand in one line only.',
  'drawn.no-room': ({ left }: { left: number }) =>
    `Only ${both(left)} of the disk is left for this partition.`,
  'drawn.used-beyond': () => 'More is said to be used than the partition holds.',
  'drawn.four-primaries': () =>
    'An MBR has at most four primary partitions; logical ones cannot be entered by hand yet. Use lsblk for this disk.',
  'drawn.too-many': ({ most }: { most: number }) => `At most ${most} partitions can be planned.`,

  'listed.too-many': ({ listed, most }: { listed: number; most: number }) =>
    `${listed} partitions are listed; at most ${most} can be planned.`,
  'listed.overlaps': ({ number, start, bytes }: { number: number; start: number; bytes: number }) =>
    `Partition ${number} is said to start at sector ${start} and to be ${binary(bytes)} large; that overlaps another or leaves the disk. Was something left out or edited?`,
  'listed.same-number': () =>
    'Two partitions have the same number. Where it is lsblk that listed them, ask for the columns PARTN and PATH.',

  'reading.not-kept': ({ path, problem }: { path: string; problem: string }) =>
    `What was read holds something that no disk has, at ${path}: ${problem} Make it again, or read the disk in another way.`,
  'reading.not-kept-as-read': () =>
    'What was read holds figures that cannot be kept exactly. Make it again, or read the disk in another way.',
  'lsblk.too-long': () => 'This is more text than lsblk prints for any machine.',
  'lsblk.no-list': ({ command }: { command: string }) =>
    `This JSON has no “blockdevices”, so it is not lsblk’s. Paste the whole output of: ${command}`,
  'lsblk.column-unknown': ({ command }: { command: string }) =>
    `This lsblk does not know a column that was asked for. Use the command as it stands here: ${command}`,
  'lsblk.not-json': ({ reason, command }: { reason: string; command: string }) =>
    `This is not JSON (${reason}). Paste the whole output, from the first “{” on: ${command}`,
  'lsblk.not-bytes': ({
    device,
    column,
    found,
    command,
  }: {
    device: string;
    column: string;
    found: string;
    command: string;
  }) =>
    `${device} has ${column} ${quoted(found)}, which is not a count of bytes. Was --bytes left out? Use: ${command}`,
  'lsblk.no-figure': ({ device, column, command }: { device: string; column: string; command: string }) =>
    `It is not told at which sector ${device} starts or how large it is (${column}). Paste the whole output of: ${command}`,
  'lsblk.some-device': () => 'a device',
  'lsblk.no-disk': () =>
    'lsblk lists no disk here. Run it for the whole machine, or for the disk, not for one partition.',
  'lsblk.no-such-disk': ({ path }: { path: string }) => `There is no disk ${quoted(path)} in this output.`,
  'lsblk.partition-beside': ({
    disk,
    partition,
    command,
  }: {
    disk: string;
    partition: string;
    command: string;
  }) =>
    `${disk} is listed without partitions, and ${partition} stands beside it. Paste the whole output of: ${command}`,
  'lsblk.joined': ({ device, type }: { device: string; type: string }) =>
    `The disks here are members of ${device} (${type}), and the partitions are on that. Only disks that stand alone are planned.`,
  'lsblk.sector-size': ({ found }: { found: number }) =>
    `LOG-SEC is ${found}; disks have logical sectors of 512 or 4096 bytes.`,
  'lsblk.table-unknown': ({ found }: { found: string }) =>
    `PTTYPE is ${quoted(found)}; only gpt and dos tables are planned here.`,
  'lsblk.no-table-style': ({ command }: { command: string }) =>
    `The style of the table is not told. Ask for the column PTTYPE: ${command}`,

  'ioreg.at': ({ character, why }: { character: number; why: string }) =>
    `printed.ioreg, character ${character}: ${why}.`,
  'ioreg.no-media': () => 'it lists no media',
  'ioreg.no-tag': ({ tag }: { tag: string }) => `it has no <${tag}>`,
  'ioreg.no-value': ({ tag }: { tag: string }) => `</${tag}> stands where a value should be`,
  'ioreg.too-deep': () => 'it is nested too deep',
  'ioreg.not-a-value': ({ tag }: { tag: string }) => `<${tag}> is no value of a property list`,
  'ioreg.not-a-number': ({ found }: { found: string }) => `${quoted(found)} is no number`,
  'ioreg.no-key': ({ tag }: { tag: string }) => `<${tag}> stands where a key should be`,
  'ioreg.closes-array': ({ tag }: { tag: string }) => `</${tag}> closes an array`,
  'ioreg.ends-early': () => 'it ends too early',
  'ioreg.not-closed': ({ tag }: { tag: string }) => `<${tag}> does not end`,

  'survey.shape': ({ problems }: { problems: readonly string[] }) =>
    `This is not a survey as it is written here. ${problems.join('; ')}`,
};
