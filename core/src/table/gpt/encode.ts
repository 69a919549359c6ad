import { crc32, encodeGuid, writeUint, writeUint64, type Field } from '../../bytes/index.js';
import { encodeProtectiveMbr } from '../mbr/encode.js';
import { entryArraySectors, type Gpt, type GptEntry } from './gpt.js';
import { ENTRY, GPT_REVISION, GPT_SIGNATURE, HEADER, HEADER_BYTES, NAME_UNITS } from './layout.js';

export interface GptSectors {
  /** From LBA 0: protective MBR, primary header, entry array. */
  readonly head: Uint8Array;
  /** Up to the last LBA: entry array, backup header. */
  readonly tail: Uint8Array;
}

/**
 * Both copies of a table and its protective MBR, for a disk of `diskSectors` sectors.
 * @throws RangeError where an entry's number or the name's length does not fit the array.
 */
export function encodeGpt(gpt: Gpt, diskSectors: number, sectorBytes: number): GptSectors {
  const array = encodeEntries(gpt);
  const arraySectors = Math.max(entryArraySectors(sectorBytes), Math.ceil(array.length / sectorBytes));
  const lastLba = diskSectors - 1;
  const header = (myLba: number, alternateLba: number, entryLba: number) =>
    encodeHeader(gpt, array, { myLba, alternateLba, entryLba });

  const head = new Uint8Array((2 + arraySectors) * sectorBytes);
  head.set(encodeProtectiveMbr(diskSectors), 0);
  head.set(header(1, lastLba, 2), sectorBytes);
  head.set(array, 2 * sectorBytes);

  const tail = new Uint8Array((arraySectors + 1) * sectorBytes);
  tail.set(array, 0);
  tail.set(header(lastLba, 1, lastLba - arraySectors), arraySectors * sectorBytes);
  return { head, tail };
}

function encodeEntries(gpt: Gpt): Uint8Array {
  const array = new Uint8Array(gpt.entryCount * gpt.entryBytes);
  for (const entry of gpt.entries) {
    if (entry.number < 1 || entry.number > gpt.entryCount)
      throw new RangeError(`Entry number ${entry.number} is outside 1..${gpt.entryCount}`);
    const at = (entry.number - 1) * gpt.entryBytes;
    encodeEntry(entry, array.subarray(at, at + gpt.entryBytes));
  }
  return array;
}

function encodeEntry(entry: GptEntry, into: Uint8Array): void {
  if (entry.name.length > NAME_UNITS)
    throw new RangeError(`Name “${entry.name}” is longer than ${NAME_UNITS} UTF-16 units`);
  encodeGuid(entry.typeGuid, into, ENTRY.typeGuid.at);
  encodeGuid(entry.uniqueGuid, into, ENTRY.uniqueGuid.at);
  writeUint64(into, ENTRY.startLba, BigInt(entry.start));
  writeUint64(into, ENTRY.endLba, BigInt(entry.start + entry.length - 1));
  writeUint64(into, ENTRY.attributes, BigInt(`0x${entry.attributes}`));
  for (let i = 0; i < entry.name.length; i++)
    writeUint(into, { at: ENTRY.name.at + 2 * i, size: 2 }, entry.name.charCodeAt(i));
}

interface Place {
  readonly myLba: number;
  readonly alternateLba: number;
  readonly entryLba: number;
}

function encodeHeader(gpt: Gpt, array: Uint8Array, place: Place): Uint8Array {
  const header = new Uint8Array(HEADER_BYTES);
  const lba = (field: Field, value: number) => writeUint64(header, field, BigInt(value));
  header.set(
    [...GPT_SIGNATURE].map((c) => c.charCodeAt(0)),
    HEADER.signature.at,
  );
  writeUint(header, HEADER.revision, GPT_REVISION);
  writeUint(header, HEADER.headerSize, HEADER_BYTES);
  lba(HEADER.myLba, place.myLba);
  lba(HEADER.alternateLba, place.alternateLba);
  lba(HEADER.firstUsableLba, gpt.firstUsable);
  lba(HEADER.lastUsableLba, gpt.usableEnd - 1);
  encodeGuid(gpt.diskGuid, header, HEADER.diskGuid.at);
  lba(HEADER.entryLba, place.entryLba);
  writeUint(header, HEADER.entryCount, gpt.entryCount);
  writeUint(header, HEADER.entrySize, gpt.entryBytes);
  writeUint(header, HEADER.entriesCrc, crc32(array));
  writeUint(header, HEADER.headerCrc, crc32(header));
  return header;
}
