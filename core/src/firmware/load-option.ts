import { Block, decodeGuid, ReadFault } from '../bytes/index.js';
import { message } from '../words/index.js';

/** The partition that a boot entry names (UEFI 2.10, 10.3.5.1). Place and size in logical sectors of its disk. */
export interface EntryPartition {
  readonly number: number;
  readonly start: number;
  readonly length: number;
  /** The partition's own GUID, lower case, on a GPT. */
  readonly uuid?: string | undefined;
  /** The disk's signature, eight hex digits, on an MBR. */
  readonly diskSignature?: string | undefined;
}

/** A boot entry: what a load option says (UEFI 2.10, 3.1.3). */
export interface LoadOption {
  readonly description: string;
  /** The firmware's boot manager passes over those that are not. */
  readonly active: boolean;
  /** `undefined`: it names no partition, but a device, a network or a program of the firmware. */
  readonly partition?: EntryPartition | undefined;
  /** Path of the loader on the partition, with backslashes; absent: the firmware looks for its fallback there. */
  readonly path?: string | undefined;
}

/** Offsets in bytes, little-endian: UEFI 2.10 §3.1.3, a load option; §10.3.1, a node of a path; §10.3.5.1, a hard drive. */
const OPTION = { attributes: 0, pathBytes: 4, description: 6 } as const;
const NODE = { type: 0, subtype: 1, length: 2 } as const;
const DRIVE = { number: 4, start: 8, length: 16, signature: 24, signatureType: 41 } as const;

const ACTIVE = 0x1;

const MEDIA = 0x04;
const HARD_DRIVE = 0x01;
const FILE_PATH = 0x04;
const END = 0x7f;
const HARD_DRIVE_BYTES = 42;
const NODE_HEADER_BYTES = 4;

/** How a hard drive node signs its partition. */
const SIGNED_BY_DISK = 0x01;
const SIGNED_BY_GUID = 0x02;

/**
 * Reads a load option: attributes, length of the path list, description, device paths (UEFI 2.10, 3.1.3). What follows
 * the paths is the loader's own.
 * @throws ReadFault where a length leads out of it
 */
export function readLoadOption(bytes: Uint8Array): LoadOption {
  const block = new Block(bytes);
  const attributes = block.u32(OPTION.attributes);
  const pathBytes = block.u16(OPTION.pathBytes);
  const rest = Math.floor((block.length - OPTION.description) / 2);
  const description = block.utf16(OPTION.description, rest);
  if (description.length === rest) throw new ReadFault(message('read.description-endless'));
  const paths = block.slice(OPTION.description + 2 * (description.length + 1), pathBytes);
  return { description, active: (attributes & ACTIVE) !== 0, ...placeIn(paths) };
}

/** The partition and the file that the first of the paths names. */
function placeIn(paths: Block): Pick<LoadOption, 'partition' | 'path'> {
  let partition: EntryPartition | undefined;
  let path = '';
  for (let at = 0; at + NODE_HEADER_BYTES <= paths.length;) {
    const [type, subtype, length] = [
      paths.u8(at + NODE.type),
      paths.u8(at + NODE.subtype),
      paths.u16(at + NODE.length),
    ];
    if (length < NODE_HEADER_BYTES) throw new ReadFault(message('read.node-length', { length }));
    if (type === END) break;
    const node = paths.slice(at, length);
    if (type === MEDIA && subtype === HARD_DRIVE) partition = partitionIn(node);
    if (type === MEDIA && subtype === FILE_PATH)
      path = joined(path, node.utf16(NODE_HEADER_BYTES, Math.floor((length - NODE_HEADER_BYTES) / 2)));
    at += length;
  }
  return { ...(partition ? { partition } : {}), ...(path === '' ? {} : { path }) };
}

function partitionIn(node: Block): EntryPartition {
  if (node.length < HARD_DRIVE_BYTES)
    throw new ReadFault(message('read.partition-short', { length: node.length }));
  const signed = node.u8(DRIVE.signatureType);
  return {
    number: node.u32(DRIVE.number),
    start: node.u64(DRIVE.start),
    length: node.u64(DRIVE.length),
    ...(signed === SIGNED_BY_GUID ? { uuid: decodeGuid(node.bytes, DRIVE.signature) } : {}),
    ...(signed === SIGNED_BY_DISK
      ? { diskSignature: node.u32(DRIVE.signature).toString(16).padStart(8, '0') }
      : {}),
  };
}

/** A path may be told in several nodes (UEFI 2.10, 10.3.5.4): they are joined by one backslash. */
function joined(before: string, next: string): string {
  return before === '' ? next : `${before.replace(/\\$/, '')}\\${next.replace(/^\\/, '')}`;
}
