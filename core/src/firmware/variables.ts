import { Block, ReadFault } from '../bytes/index.js';
import { readLoadOption, type LoadOption } from './load-option.js';
import { message, type Phrase } from '../words/index.js';

/** A boot entry of the firmware, under its number: 1 is `Boot0001`. */
export interface BootEntry extends LoadOption {
  readonly number: number;
}

/** The boot entries of a UEFI firmware, as its variables tell them. */
export interface BootEntries {
  /** Those of the boot order first, in that order. */
  readonly entries: readonly BootEntry[];
  /** Numbers in the order in which they are tried; it may name entries that do not exist. */
  readonly order: readonly number[];
  /** The entry that this start was made by. */
  readonly current?: number | undefined;
}

/** What was read of a firmware's variables. */
export interface FirmwareVariables {
  /** `undefined`: no boot entry was told. */
  readonly boot?: BootEntries | undefined;
  readonly secureBoot?: boolean | undefined;
  /** Variables that make no sense, with the reason. */
  readonly unread: readonly { readonly name: string; readonly why: Phrase }[];
}

/** Linux prints four bytes of attributes before the value (efivarfs; kernel documentation filesystems/efivarfs). */
const ATTRIBUTE_BYTES = 4;

const ENTRY = /^Boot([0-9A-Fa-f]{4})$/;

/**
 * Reads global variables of the firmware (UEFI 2.10, 3.3), by name, each as the hex digits of its file in efivarfs. A
 * name may carry the GUID of its vendor. What makes no sense is told and passed over.
 */
export function readVariables(hexByName: Readonly<Record<string, string>>): FirmwareVariables {
  const entries = new Map<number, BootEntry>();
  const unread: { name: string; why: Phrase }[] = [];
  let order: readonly number[] = [];
  let current: number | undefined;
  let secureBoot: boolean | undefined;
  for (const [fullName, hex] of Object.entries(hexByName)) {
    const name = fullName.replace(/-[0-9a-f]{8}-.*$/i, '');
    try {
      const value = valueOf(hex);
      const number = ENTRY.exec(name)?.[1];
      if (number !== undefined) {
        const n = parseInt(number, 16);
        entries.set(n, { number: n, ...readLoadOption(value.bytes) });
      } else if (name === 'BootOrder')
        order = Array.from({ length: Math.floor(value.length / 2) }, (_, i) => value.u16(2 * i));
      else if (name === 'BootCurrent') current = value.u16(0);
      else if (name === 'SecureBoot') secureBoot = value.u8(0) === 1;
    } catch (error) {
      if (!(error instanceof ReadFault)) throw error;
      unread.push({ name, why: error.says });
    }
  }
  const told = entries.size > 0 || order.length > 0;
  return {
    ...(told
      ? { boot: { entries: inOrder(entries, order), order, ...(current === undefined ? {} : { current }) } }
      : {}),
    ...(secureBoot === undefined ? {} : { secureBoot }),
    unread,
  };
}

function inOrder(entries: ReadonlyMap<number, BootEntry>, order: readonly number[]): BootEntry[] {
  const named = [...new Set(order)].flatMap((n) => entries.get(n) ?? []);
  const rest = [...entries.values()].filter((e) => !order.includes(e.number));
  return [...named, ...rest.sort((a, b) => a.number - b.number)];
}

/** @throws ReadFault for what is no hex, or too short to have attributes */
function valueOf(hex: string): Block {
  const digits = hex.replace(/\s/g, '');
  if (!/^(?:[0-9a-f]{2})*$/i.test(digits)) throw new ReadFault(message('read.not-hex'));
  const bytes = Uint8Array.from(digits.match(/../g) ?? [], (pair) => parseInt(pair, 16));
  if (bytes.length < ATTRIBUTE_BYTES)
    throw new ReadFault(message('read.no-attributes', { length: bytes.length }));
  return new Block(bytes.subarray(ATTRIBUTE_BYTES));
}

/** `Boot0003`: the name of an entry, as the firmware and its tools print it. */
export const entryName = (number: number): string =>
  `Boot${number.toString(16).toUpperCase().padStart(4, '0')}`;
