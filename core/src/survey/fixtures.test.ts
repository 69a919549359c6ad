import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { MIB } from '../quantity/index.js';
import { surveyFromImage } from '../testing/images.js';
import { gapsOf, type Survey } from './index.js';

const IMAGES = resolve(__dirname, '../../../demo/images');

interface Expected {
  readonly sizeBytes: number;
  readonly sectorSize: number;
  readonly table: 'gpt' | 'mbr';
  readonly diskGuid?: string;
  readonly mbrSignature?: string;
  readonly fstab?: { readonly partition: number; readonly text: string };
  readonly freeGaps: readonly { readonly startLba: number; readonly sectors: number }[];
  readonly partitions: readonly {
    readonly number: number;
    readonly startLba: number;
    readonly sectors: number;
    readonly kind?: 'primary' | 'extended' | 'logical';
    readonly typeGuid?: string;
    readonly typeByte?: string;
    readonly partuuid: string;
    readonly name?: string;
    readonly attributes?: string;
    readonly active?: boolean;
    readonly content: {
      readonly kind: string;
      readonly label: string;
      readonly uuid: string;
      readonly volumeBytes: number;
      readonly clusterSize?: number;
      readonly blockSize?: number;
      readonly usedBytes: number | null;
      readonly files?: readonly string[];
    } | null;
  }[];
}

/** The facts of a survey in the words of the expectation, so that the two can be compared whole. */
function inTheirWords(survey: Survey) {
  const { disk } = survey;
  return {
    sizeBytes: disk.sizeSectors * disk.sectorBytes,
    sectorSize: disk.sectorBytes,
    table: disk.style,
    id: disk.tableId,
    damage: survey.damage,
    gaps: gapsOf(survey, MIB).map((g) => ({ startLba: g.start, sectors: g.length })),
    partitions: survey.partitions.map((p) => ({
      number: p.number,
      startLba: p.start,
      sectors: p.length,
      type: p.type,
      uuid: p.uuid,
      name: p.name,
      attributes: p.attributes && `0x${p.attributes}`,
      active: p.active,
      logical: p.logical ?? false,
      content: p.volume?.kind === 'none' ? null : contentOf(p.volume!),
    })),
    containers: (survey.containers ?? []).map((c) => [c.number, c.start, c.length, c.type]),
  };
}

function contentOf(volume: NonNullable<Survey['partitions'][number]['volume']>) {
  const { kind, label, uuid, sizeBytes, blockBytes, usedBytes = null } = volume;
  return { kind, label, uuid, sizeBytes, blockBytes, usedBytes };
}

function asExpected(expected: Expected) {
  const inOrder = [...expected.freeGaps].sort((a, b) => a.startLba - b.startLba);
  return {
    sizeBytes: expected.sizeBytes,
    sectorSize: expected.sectorSize,
    table: expected.table,
    id: expected.diskGuid ?? expected.mbrSignature?.slice(2),
    damage: [],
    gaps: inOrder.map(({ startLba, sectors }) => ({ startLba, sectors })),
    partitions: expected.partitions
      .filter((p) => p.kind !== 'extended')
      .map((p) => ({
        number: p.number,
        startLba: p.startLba,
        sectors: p.sectors,
        type: p.typeGuid ?? p.typeByte,
        uuid: p.partuuid,
        name: p.name,
        attributes: p.attributes,
        active: p.active,
        logical: p.kind === 'logical',
        content: p.content && {
          kind: p.content.kind,
          label: p.content.label,
          uuid: p.content.uuid,
          sizeBytes: p.content.volumeBytes,
          blockBytes: p.content.clusterSize ?? p.content.blockSize,
          usedBytes: p.content.usedBytes,
        },
      })),
    containers: expected.partitions
      .filter((p) => p.kind === 'extended')
      .map((p) => [p.number, p.startLba, p.sectors, p.typeByte]),
  };
}

describe.each(['petrel', 'dunlin', 'knot'])('the image of %s', (name) => {
  const survey = surveyFromImage(resolve(IMAGES, `${name}.qcow2`));
  const expected = JSON.parse(readFileSync(resolve(IMAGES, `${name}.expected.json`), 'utf8')) as Expected;

  test('is read to exactly what it holds', () => expect(inTheirWords(survey)).toEqual(asExpected(expected)));

  test('tells loaders and mount table as they were put there', () => {
    const start = expected.partitions.find((p) => p.content?.kind === 'fat');
    const read = survey.partitions.find((p) => p.number === start?.number);
    if (start) expect(read?.volume?.contents?.loaders).toEqual(['station']);
    const root = survey.partitions.find((p) => p.number === expected.fstab?.partition);
    expect(root?.volume?.contents?.fstab).toEqual(expected.fstab?.text);
  });

  test('the floor rests on counted or told use, and lies between what is used and the end of the last of it', () => {
    for (const { volume } of survey.partitions) {
      if (volume?.usedBytes === undefined) continue;
      expect(volume.floor!.evidence).toBe(volume.usedEvidence);
      expect(volume.floor!.bytes).toBeGreaterThanOrEqual(volume.usedBytes);
      expect(volume.floor!.bytes).toBeLessThanOrEqual(volume.lastUsedByte! + 1);
      expect(volume.lastUsedByte! + 1).toBeGreaterThanOrEqual(volume.usedBytes);
      expect(volume.lastUsedByte!).toBeLessThan(volume.sizeBytes!);
    }
  });
});
