import fc from 'fast-check';
import { encodeGuid, ReadFault } from '../bytes/index.js';
import { entryName, readLoadOption, readVariables } from './index.js';
import { faultSaid } from '../testing/fault-said.js';
import { message } from '../words/index.js';

/** Bytes as UEFI 2.10 lays a load option out (3.1.3) and its device path nodes (10.3). */
const u16 = (n: number) => [n & 255, n >> 8];
const u32 = (n: number) => [n & 255, (n >>> 8) & 255, (n >>> 16) & 255, n >>> 24];
const u64 = (n: number) => [...u32(n % 2 ** 32), ...u32(Math.floor(n / 2 ** 32))];
const utf16 = (text: string) => [...Array.from(text, (c) => u16(c.charCodeAt(0))).flat(), 0, 0];
const node = (type: number, subtype: number, body: number[]) => [
  type,
  subtype,
  ...u16(body.length + 4),
  ...body,
];
const END = node(0x7f, 0xff, []);
const GUID = '9d2a5b34-6d6f-4c51-8f8e-0f2e8f6b7a01';
const guidBytes = (guid: string) => {
  const data = new Uint8Array(16);
  encodeGuid(guid, data, 0);
  return [...data];
};
const onGpt = (number: number, start: number, length: number) =>
  node(4, 1, [...u32(number), ...u64(start), ...u64(length), ...guidBytes(GUID), 2, 2]);
const onMbr = (number: number, signature: number) =>
  node(4, 1, [
    ...u32(number),
    ...u64(2048),
    ...u64(4096),
    ...u32(signature),
    ...Array<number>(12).fill(0),
    1,
    1,
  ]);
const file = (path: string) => node(4, 4, utf16(path));
const option = (description: string, path: number[], { active = true, more = [] as number[] } = {}) =>
  Uint8Array.from([...u32(active ? 1 : 0), ...u16(path.length), ...utf16(description), ...path, ...more]);
const hex = (bytes: Iterable<number>) =>
  '07000000' + Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');

describe('a load option', () => {
  test('names a partition of a GPT and the loader on it', () => {
    const path = [...onGpt(1, 2048, 532_480), ...file('\\EFI\\tern\\shim.efi'), ...END];
    expect(readLoadOption(option('Tern', path, { more: [1, 2, 3] }))).toEqual({
      description: 'Tern',
      active: true,
      partition: { number: 1, start: 2048, length: 532_480, uuid: GUID },
      path: '\\EFI\\tern\\shim.efi',
    });
  });
  test('on an MBR the disk is known by its signature', () => {
    const read = readLoadOption(option('Old', [...onMbr(2, 0xfadf4058), ...END], { active: false }));
    expect(read).toEqual({
      description: 'Old',
      active: false,
      partition: { number: 2, start: 2048, length: 4096, diskSignature: 'fadf4058' },
    });
  });
  test('a path in two nodes is one path', () => {
    const path = [...onGpt(1, 1, 1), ...file('\\EFI\\'), ...file('BOOT\\BOOTX64.EFI'), ...END];
    expect(readLoadOption(option('x', path)).path).toBe('\\EFI\\BOOT\\BOOTX64.EFI');
  });
  test('what starts from a network names no partition', () => {
    const network = [...node(3, 11, Array<number>(33).fill(0)), ...END];
    expect(readLoadOption(option('Network', network))).toEqual({ description: 'Network', active: true });
  });
  test.each([
    ['a description without end', Uint8Array.from([...u32(1), ...u16(0), 65, 0, 66, 0]), 'does not end'],
    [
      'a path longer than the option',
      option('x', []).map((b, i) => (i === 4 ? 200 : b)),
      'points to its byte',
    ],
    ['a node without length', option('x', [4, 4, 0, 0]), 'length of 0'],
    ['a short partition', option('x', [...node(4, 1, [1, 0, 0, 0]), ...END]), 'told in 8 bytes'],
  ])('%s is a fault, with what is wrong', (_, bytes, why) => {
    expect(() => readLoadOption(bytes)).toThrow(ReadFault);
    expect(faultSaid(() => readLoadOption(bytes))).toContain(why);
  });
  test('whatever the bytes, it is read or refused', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        try {
          readLoadOption(bytes);
        } catch (error) {
          expect(error).toBeInstanceOf(ReadFault);
        }
      }),
    );
  });
});

describe('variables', () => {
  const tern = hex(option('Tern', [...onGpt(1, 2048, 4096), ...file('\\a.efi'), ...END]));
  const gull = hex(option('Gull', [...onGpt(2, 8192, 4096), ...END]));
  const VENDOR = '8be4df61-93ca-11d2-aa0d-00e098032b8c';

  test('entries in the order in which they are tried, the rest behind', () => {
    const { boot, secureBoot, unread } = readVariables({
      [`Boot0001-${VENDOR}`]: tern,
      [`Boot000A-${VENDOR}`]: gull,
      [`Boot0000-${VENDOR}`]: gull,
      [`BootOrder-${VENDOR}`]: hex([...u16(10), ...u16(1), ...u16(7)]),
      [`BootCurrent-${VENDOR}`]: hex(u16(1)),
      [`SecureBoot-${VENDOR}`]: hex([1]),
    });
    expect(boot!.entries.map((e) => [entryName(e.number), e.description])).toEqual([
      ['Boot000A', 'Gull'],
      ['Boot0001', 'Tern'],
      ['Boot0000', 'Gull'],
    ]);
    expect(boot).toMatchObject({ order: [10, 1, 7], current: 1 });
    expect([secureBoot, unread]).toEqual([true, []]);
  });
  test('what makes no sense is told, and the rest is read', () => {
    const { boot, unread } = readVariables({ Boot0001: tern, Boot0002: 'xyz', Boot0003: '0700' });
    expect(boot!.entries.map((e) => e.number)).toEqual([1]);
    expect(unread).toEqual([
      { name: 'Boot0002', why: message('read.not-hex') },
      { name: 'Boot0003', why: message('read.no-attributes', { length: 2 }) },
    ]);
  });
  test('without entries and order nothing is told', () => {
    expect(readVariables({ SecureBoot: hex([0]) })).toEqual({ secureBoot: false, unread: [] });
  });
});

test('a store that a real firmware has written', () => {
  // Read by reporters/linux.sh in a virtual machine (e2e/soak/machine.mjs).
  const { boot, secureBoot, unread } = readVariables({
    'Boot0000-8be4df61-93ca-11d2-aa0d-00e098032b8c':
      '07000000090100002c0055006900410070007000000004071400c9bdb87cebf8344faaea3ee4af6516a10406140021aa2c4614760345836e8ab6f46623317fff0400',
    'BootOrder-8be4df61-93ca-11d2-aa0d-00e098032b8c': '070000000000',
    'SecureBoot-8be4df61-93ca-11d2-aa0d-00e098032b8c': '0600000000',
  });
  expect(boot).toEqual({ entries: [{ number: 0, description: 'UiApp', active: true }], order: [0] });
  expect([secureBoot, unread]).toEqual([false, []]);
});
