import fc from 'fast-check';
import { GIB } from '../quantity/index.js';
import { PropertyFault, readPropertyList } from './property-list.js';
import { readReport, toldDisks } from './index.js';
import { inEnglish } from '../words/index.js';
import { faultSaid } from '../testing/fault-said.js';

const plist = (value: string) =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE plist>\n<plist version="1.0">\n${value}\n</plist>\n`;

describe('a property list', () => {
  test.each([
    ['<string>a &amp; b &#x2014; &lt;c&gt;</string>', 'a & b — <c>'],
    ['<array><integer>7</integer><real>1.5</real><true/><false></false></array>', [7, 1.5, true, false]],
    ['<dict><key>a</key><dict/><key>b</key><array/></dict>', { a: {}, b: [] }],
    ['<data>\n\tAAEC\n</data>', '\n\tAAEC\n'],
    ['<string/>', ''],
  ])('%s', (xml, value) => {
    expect(readPropertyList(plist(xml))).toEqual(value);
  });
  test.each([
    ['no list', '<html></html>', 'no <plist>'],
    ['cut off', plist('<array><integer>7</integer>').replace(/<\/plist>\s*/, ''), 'ends too early'],
    ['a number in words', plist('<integer>seven</integer>'), 'no number'],
    ['a value where a key should be', plist('<dict><string>a</string></dict>'), 'where a key should be'],
    ['a key without value', plist('<dict><key>a</key></dict>'), 'where a value should be'],
    ['a string without end', plist('<string>a'), 'does not end'],
    ['something else', plist('<table></table>'), 'no value of a property list'],
    ['nested without end', plist('<array>'.repeat(300)), 'too deep'],
  ])('%s is a fault', (_, xml, why) => {
    expect(() => readPropertyList(xml)).toThrow(PropertyFault);
    expect(faultSaid(() => readPropertyList(xml))).toContain(why);
  });
  test('whatever the text, it is read or refused', () => {
    const piece = fc.constantFrom(
      '<dict>',
      '</dict>',
      '<key>k</key>',
      '<array>',
      '</array>',
      '<true/>',
      '<string>',
      'x',
      '</string>',
      '&#9;',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), (pieces) => {
        try {
          readPropertyList(plist(pieces.join('')));
        } catch (error) {
          expect(error).toBeInstanceOf(PropertyFault);
        }
      }),
    );
  });
});

/** An object of the class IOMedia, with the properties that its driver defines. */
const media = (
  properties: Readonly<Record<string, string | number | boolean>>,
  inside: readonly string[] = [],
) => {
  const values = Object.entries(properties).map(([key, value]) =>
    typeof value === 'boolean'
      ? `<key>${key}</key><${value}/>`
      : typeof value === 'number'
        ? `<key>${key}</key><integer>${value}</integer>`
        : `<key>${key}</key><string>${value}</string>`,
  );
  const children =
    inside.length > 0 ? `<key>IORegistryEntryChildren</key><array>${inside.join('')}</array>` : '';
  return `<dict>${values.join('')}${children}</dict>`;
};
const EFI = 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B';
const APFS = '7C3457EF-0000-11AA-AA11-00306543ECAC';

const report = (ioreg: string, more: object = {}) =>
  JSON.stringify({
    format: 'rhizotome/report',
    version: 1,
    by: { family: 'macos', name: 'macOS 14.4' },
    printed: {
      ioreg,
      systemProfiler: {
        SPStorageDataType: [
          {
            _name: 'Hearth',
            bsd_name: 'disk1s1',
            file_system: 'APFS',
            size_in_bytes: 250 * GIB,
            free_space_in_bytes: 100 * GIB,
          },
        ],
      },
    },
    ...more,
  });

const registry = plist(
  `<array>${media(
    {
      'BSD Name': 'disk0',
      Whole: true,
      Content: 'GUID_partition_scheme',
      Size: 500_277_790_720,
      'Preferred Block Size': 512,
      Removable: false,
    },
    [
      media({ IOClass: 'IOGUIDPartitionScheme' }, [
        media({
          'BSD Name': 'disk0s1',
          Whole: false,
          Content: EFI,
          'Partition ID': 1,
          Base: 20480,
          Size: 209_715_200,
          UUID: '11111111-2222-4333-8444-555555555555',
          IORegistryEntryName: 'EFI',
        }),
        media(
          {
            'BSD Name': 'disk0s2',
            Whole: false,
            Content: APFS,
            'Partition ID': 2,
            Base: 209_735_680,
            Size: 250 * GIB,
            IORegistryEntryName: 'Container',
          },
          [
            media({ IOClass: 'AppleAPFSContainer' }, [
              media({
                'BSD Name': 'disk1',
                Whole: true,
                Content: 'EF57347C-0000-11AA-AA11-00306543ECAC',
                Size: 250 * GIB,
              }),
            ]),
          ],
        ),
      ]),
    ],
  )}${media({ 'BSD Name': 'disk1', Whole: true, Content: 'EF57347C-0000-11AA-AA11-00306543ECAC', Size: 250 * GIB })}</array>`,
);

test('the disks of a macOS, with what its volumes use', () => {
  const read = readReport(report(registry));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  const told = toldDisks(read.value);
  if (!told.ok) throw new Error(told.refusal.says.code);
  expect(told.disks.map((d) => [d.name, d.partitions])).toEqual([['disk0', 2]]);
  const outcome = told.disks[0]!.survey({ id: 'm', takenAt: '2026-05-04T07:30:00.000Z' });
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  const { disk, partitions } = outcome.survey;
  expect(disk).toMatchObject({ style: 'gpt', sectorBytes: 512, sizeSectors: 977_105_060 });
  expect(partitions).toMatchObject([
    { number: 1, start: 40, length: 409_600, type: EFI.toLowerCase(), name: 'EFI' },
    { number: 2, start: 409_640, length: (250 * GIB) / 512, volume: { kind: 'apfs', usedBytes: 150 * GIB } },
  ]);
});

test.each([
  ['no list', 'hello', 'printed.ioreg'],
  ['an empty list', plist('<array/>'), 'no media'],
  ['a list that was cut off', registry.slice(0, 400), 'printed.ioreg, character'],
])('%s is refused with the place', (_, ioreg, why) => {
  const read = readReport(report(ioreg));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  const told = toldDisks(read.value);
  expect(!told.ok && inEnglish(told.refusal.says)).toContain(why);
});

test('on a disk of 4096-byte sectors places are whole sectors', () => {
  const large = registry.replace('<integer>512</integer>', '<integer>4096</integer>');
  const read = readReport(report(large));
  const told = read.ok ? toldDisks(read.value) : undefined;
  const outcome = told?.ok
    ? told.disks[0]!.survey({ id: 'm', takenAt: '2026-05-04T07:30:00.000Z' })
    : undefined;
  expect(outcome?.ok && outcome.survey.partitions[0]).toMatchObject({ start: 5, length: 51_200 });
});
