import type { Span } from '../layout/index.js';
import { MIB, sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import type { Act } from './deed.js';

/** The first and the last MiB, and the records of logicals: all that a table is, where none of it was kept when the disk was read. */
export function keptStretches(survey: Survey): Extract<Act, { readonly kind: 'keep' }>[] {
  const { sizeSectors, sectorBytes } = survey.disk;
  const mib = sectors(MIB / sectorBytes);
  const keep = (file: string, span: Span) => ({ kind: 'keep' as const, file, span });
  return [
    keep('head.bin', { start: sectors(0), length: mib }),
    ...recordStretches(survey).map((span) => keep(`record-${span.start}.bin`, span)),
    keep('tail.bin', { start: sectors(sizeSectors - mib), length: mib }),
  ];
}

/** Where they were read, else somewhere in the MiB before each. */
const recordStretches = ({ disk, partitions }: Survey): Span[] =>
  partitions
    .filter((p) => p.logical)
    .map(({ start, ebrAt }) => {
      const mib = MIB / disk.sectorBytes;
      return ebrAt === undefined
        ? { start: sectors(Math.max(0, start - mib)), length: sectors(Math.min(start, mib)) }
        : { start: ebrAt, length: sectors(1) };
    });
