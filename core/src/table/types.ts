import type { TableStyle } from './read-table.js';

/** What a partition is for, as far as its type tells. */
export type Role =
  | 'efi'
  | 'reserved'
  | 'system'
  | 'root'
  | 'home'
  | 'swap'
  | 'boot'
  | 'bios-boot'
  | 'recovery'
  | 'data'
  | 'container'
  | 'opaque'
  | 'other';

export interface PartitionType {
  readonly name: string;
  readonly role: Role;
  readonly family?: 'windows' | 'linux' | 'macos' | 'bsd';
  readonly gpt?: string;
  readonly mbr?: readonly number[];
}

/**
 * GPT types from UEFI 2.10 table 5.7 (EFI system), the Discoverable Partitions Specification (Linux) and
 * the systems' own published lists; MBR bytes are common practice. A role is a likely reading, no more.
 */
export const PARTITION_TYPES: readonly PartitionType[] = [
  { name: 'EFI system', role: 'efi', gpt: 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b', mbr: [0xef] },
  {
    name: 'Windows reserved',
    role: 'reserved',
    family: 'windows',
    gpt: 'e3c9e316-0b5c-4db8-817d-f92df00215ae',
  },
  { name: 'Basic data', role: 'data', gpt: 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7', mbr: [0x07] },
  {
    name: 'Windows recovery',
    role: 'recovery',
    family: 'windows',
    gpt: 'de94bba4-06d1-4d40-a16a-bfd50179d6ac',
    mbr: [0x27],
  },
  {
    name: 'LDM metadata',
    role: 'opaque',
    family: 'windows',
    gpt: '5808c8aa-7e8f-42e0-85d2-e1e90434cfb3',
    mbr: [0x42],
  },
  { name: 'LDM data', role: 'opaque', family: 'windows', gpt: 'af9b60a0-1431-4f62-bc68-3311714a69ad' },
  {
    name: 'Linux data',
    role: 'data',
    family: 'linux',
    gpt: '0fc63daf-8483-4772-8e79-3d69d8477de4',
    mbr: [0x83],
  },
  {
    name: 'Linux swap',
    role: 'swap',
    family: 'linux',
    gpt: '0657fd6d-a4ab-43c4-84e5-0933c84b4f4f',
    mbr: [0x82],
  },
  { name: 'Linux root', role: 'root', family: 'linux', gpt: '4f68bce3-e8cd-4db1-96e7-fbcaf984b709' },
  { name: 'Linux home', role: 'home', family: 'linux', gpt: '933ac7e1-2eb4-4f13-b844-0e14e2aef915' },
  { name: 'Linux var', role: 'data', family: 'linux', gpt: '4d21b016-b534-45c2-a9fb-5c16e091fd2d' },
  { name: 'Linux srv', role: 'data', family: 'linux', gpt: '3b8f8425-20e0-4f3b-907f-1a25a76f98e8' },
  { name: 'Extended boot', role: 'boot', family: 'linux', gpt: 'bc13c2ff-59e6-4262-a352-b275fd6f7172' },
  {
    name: 'Linux LVM',
    role: 'opaque',
    family: 'linux',
    gpt: 'e6d6d379-f507-44c2-a23c-238f2a3df928',
    mbr: [0x8e],
  },
  {
    name: 'Linux RAID',
    role: 'opaque',
    family: 'linux',
    gpt: 'a19d880f-05fc-4d3b-a006-743f0f84911e',
    mbr: [0xfd],
  },
  { name: 'Linux LUKS', role: 'data', family: 'linux', gpt: 'ca7d7ccb-63ed-4c53-861c-1742536059cc' },
  { name: 'BIOS boot', role: 'bios-boot', family: 'linux', gpt: '21686148-6449-6e6f-744e-656564454649' },
  { name: 'HFS+', role: 'data', family: 'macos', gpt: '48465300-0000-11aa-aa11-00306543ecac', mbr: [0xaf] },
  { name: 'APFS', role: 'system', family: 'macos', gpt: '7c3457ef-0000-11aa-aa11-00306543ecac' },
  { name: 'macOS boot', role: 'recovery', family: 'macos', gpt: '426f6f74-0000-11aa-aa11-00306543ecac' },
  {
    name: 'BSD UFS',
    role: 'root',
    family: 'bsd',
    gpt: '516e7cb6-6ecf-11d6-8ff8-00022d71712b',
    mbr: [0xa5, 0xa6],
  },
  { name: 'BSD swap', role: 'swap', family: 'bsd', gpt: '516e7cb5-6ecf-11d6-8ff8-00022d71712b' },
  { name: 'BSD ZFS', role: 'opaque', family: 'bsd', gpt: '516e7cba-6ecf-11d6-8ff8-00022d71712b' },
  { name: 'BSD boot', role: 'bios-boot', family: 'bsd', gpt: '83bd6b9d-7f41-11dc-be0b-001560b84f0f' },
  { name: 'FAT32', role: 'data', mbr: [0x0b, 0x0c] },
  { name: 'FAT16', role: 'data', mbr: [0x04, 0x06, 0x0e] },
  { name: 'Extended container', role: 'container', mbr: [0x05, 0x0f, 0x85] },
];

const BY_CODE: ReadonlyMap<string, PartitionType> = new Map(
  PARTITION_TYPES.flatMap((type): [string, PartitionType][] => [
    ...(type.gpt ? [[type.gpt, type] as [string, PartitionType]] : []),
    ...(type.mbr ?? []).map((byte): [string, PartitionType] => [
      `0x${byte.toString(16).padStart(2, '0')}`,
      type,
    ]),
  ]),
);

/** The known type for a GUID or an MBR byte written `0x07`, whichever case. */
export function partitionType(code: string): PartitionType | undefined {
  return BY_CODE.get(code.toLowerCase());
}

/** The name of a type code, or the code itself where it is not known. */
export function typeName(code: string): string {
  return partitionType(code)?.name ?? `type ${code}`;
}

/** The code of the type with this name, whichever case, on a table of this style. */
export function partitionTypeNamed(name: string, style: TableStyle): string | undefined {
  const type = PARTITION_TYPES.find((t) => t.name.toLowerCase() === name.toLowerCase());
  const byte = type?.mbr?.[0];
  if (style === 'gpt') return type?.gpt;
  return byte === undefined ? undefined : `0x${byte.toString(16).padStart(2, '0')}`;
}

const ROLE_TYPES: Partial<Record<Role, string>> = {
  efi: 'EFI system',
  reserved: 'Windows reserved',
  recovery: 'Windows recovery',
  swap: 'Linux swap',
  root: 'Linux root',
  home: 'Linux home',
  boot: 'Extended boot',
  'bios-boot': 'BIOS boot',
};

/** The type code a new partition of this role gets. `linuxData`: its data belong to a Linux alone. */
export function typeFor(role: Role, style: TableStyle, linuxData: boolean): string {
  const wanted = ROLE_TYPES[role] ?? (linuxData ? 'Linux data' : 'Basic data');
  const byName = (name: string) => PARTITION_TYPES.find((type) => type.name === name)!;
  const type = byName(wanted);
  if (style === 'gpt') return type.gpt!;
  const byte = (type.mbr ?? byName('Linux data').mbr!)[0]!;
  return `0x${byte.toString(16).padStart(2, '0')}`;
}
