import type { ByteSource, Stretch } from '../bytes/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { encodeGpt, encodeMbr, usableArea } from '../table/index.js';
import { sectors } from '../quantity/index.js';
import { IDENTITY } from '../testing/builders.js';
import { zeroed } from '../testing/zeroed.js';
import { formatFat32, formatSwap } from '../volume/index.js';
import {
  documentSurvey,
  gapsOf,
  surveyDocument,
  surveyFromDisk,
  tableSectorsOf,
  type Survey,
} from './index.js';
import { inEnglish } from '../words/index.js';

const ID = '10111213-1415-1617-1819-1a1b1c1d1e1f';

function survey(source: ByteSource): Survey {
  const outcome = surveyFromDisk(source, { kind: 'image' }, IDENTITY);
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}
const moved = (by: number, stretches: readonly Stretch[]) =>
  stretches.map((s) => ({ ...s, offset: s.offset + by }));
const fat = (sizeBytes: number, sectorBytes = 512) =>
  formatFat32({ sizeBytes, sectorBytes, label: 'TERNS', serial: 7, hiddenSectors: 0 })!;

describe('the size of a sector', () => {
  test('is told by where a GPT stands', () => {
    const diskSectors = (2 * GIB) / 4096;
    const { first, end } = usableArea(diskSectors, 4096);
    const entries = [
      {
        number: 1,
        typeGuid: ID,
        uniqueGuid: ID,
        start: sectors(256),
        length: sectors(131_072),
        attributes: '0'.repeat(16),
        name: 'wide',
      },
    ];
    const { head, tail } = encodeGpt(
      { diskGuid: ID, firstUsable: first, usableEnd: end, entryCount: 128, entryBytes: 128, entries },
      diskSectors,
      4096,
    );
    const disk = zeroed(2 * GIB, [
      { offset: 0, bytes: head },
      { offset: 2 * GIB - tail.length, bytes: tail },
      ...moved(MIB, fat(512 * MIB, 4096)),
    ]);
    expect(survey(disk)).toMatchObject({
      disk: { sectorBytes: 4096, style: 'gpt' },
      damage: [],
      partitions: [
        { start: 256, length: 131_072, volume: { kind: 'fat', label: 'TERNS', sizeBytes: 512 * MIB } },
      ],
    });
  });

  test.each([512, 4096])('of an MBR is found by where its volumes begin: %i', (sectorBytes) => {
    const start = MIB / sectorBytes;
    const primaries = [{ slot: 1, type: 0x82, active: false, start, length: (64 * MIB) / sectorBytes }];
    const table = encodeMbr({ diskSignature: 'aa55aa55', primaries, logicals: [] });
    const disk = zeroed(GIB, [
      ...table.map(({ lba, bytes }) => ({ offset: lba * sectorBytes, bytes })),
      ...moved(MIB, formatSwap(64 * MIB, 'nap', ID)!),
    ]);
    expect(survey(disk)).toMatchObject({
      disk: { sectorBytes, style: 'mbr' },
      partitions: [{ volume: { label: 'nap' } }],
    });
  });
});

test('a partition of a disk managed as a whole is not looked into', () => {
  const primaries = [{ slot: 1, type: 0x42, active: false, start: 2048, length: 200_000 }];
  const table = encodeMbr({ diskSignature: 'aa55aa55', primaries, logicals: [] });
  const disk = zeroed(GIB, [{ offset: 0, bytes: table[0]!.bytes }, ...moved(MIB, fat(90 * MIB))]);
  expect(survey(disk).partitions[0]!.volume).toEqual({ kind: 'ldm' });
});

describe('a disk without a table', () => {
  test('may be covered by one volume', () => {
    const read = survey(zeroed(GIB, fat(GIB)));
    expect(read.disk).toMatchObject({
      style: 'none',
      bareVolume: { kind: 'fat', label: 'TERNS', sizeBytes: GIB },
    });
    expect([read.partitions, gapsOf(read, MIB)]).toEqual([[], []]);
  });

  test('may be empty, and then is one gap', () => {
    const read = survey(zeroed(GIB, []));
    expect([read.disk.style, read.disk.bareVolume, gapsOf(read, MIB)]).toEqual([
      'none',
      undefined,
      [{ start: 0, length: GIB / 512 }],
    ]);
  });

  test('and with bytes that nothing explains is refused, not guessed at', () => {
    expect(surveyFromDisk(zeroed(0, []), { kind: 'image' }, IDENTITY)).toMatchObject({
      refusal: { says: { code: 'disk.too-small' } },
    });
    const noise = new Uint8Array(4096).fill(0xa5);
    expect(
      surveyFromDisk(zeroed(GIB, [{ offset: 0, bytes: noise }]), { kind: 'image' }, IDENTITY),
    ).toMatchObject({
      ok: false,
      refusal: { says: { code: 'disk.nothing-known' } },
    });
  });
});

describe('what a survey is given away as', () => {
  const start = 2048;
  const table = encodeMbr({
    diskSignature: 'aa55aa55',
    primaries: [
      { slot: 1, type: 0x07, active: true, start, length: 200_000 },
      { slot: 2, type: 0x05, active: false, start: 300_000, length: 1_000_000 },
    ],
    container: { start: 300_000, length: 1_000_000 },
    logicals: [{ type: 0x83, start: 302_048, length: 100_000, ebrAt: 300_000 }],
  });
  const read = survey(
    zeroed(
      GIB,
      table.map(({ lba, bytes }) => ({ offset: lba * 512, bytes })),
    ),
  );

  test('reads back as the same survey', () => {
    const document = JSON.parse(JSON.stringify(surveyDocument(read))) as unknown;
    const again = documentSurvey(document);
    const withoutEmpty = { ...read, partitions: read.partitions.map(({ volume: _, ...p }) => p) };
    const plain = (s: Survey) => ({
      ...s,
      partitions: s.partitions.map((p) => ({ logical: undefined, ...p })),
    });
    expect(again.ok && plain(again.survey)).toEqual(plain(withoutEmpty));
    expect(documentSurvey(read)).toEqual({ ok: true, survey: read });
  });

  test('counts gaps within the container and beside it apart', () => {
    expect(gapsOf(read, MIB).map((g) => [g.start, g.length])).toEqual([
      [202_048, 97_952],
      [402_048, 897_952],
      [1_300_000, 797_152],
    ]);
  });

  test('a document that is none says where', () => {
    const document = { ...surveyDocument(read), disk: { ...surveyDocument(read).disk, sectorBytes: 520 } };
    const outcome = documentSurvey(document);
    expect(!outcome.ok && inEnglish(outcome.refusal.says)).toContain('disk.sectorBytes');
  });

  test('the safety copy holds the MBR and every record', () => {
    expect(tableSectorsOf(read.safetyCopy!).map((s) => [s.offset / 512, s.bytes.length])).toEqual([
      [0, 512],
      [300_000, 512],
    ]);
    expect(tableSectorsOf(read.safetyCopy!)[0]!.bytes).toEqual(table[0]!.bytes);
  });
});
