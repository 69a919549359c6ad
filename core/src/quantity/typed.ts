import { GB, MB, MIB } from './units.js';

/**
 * How a tool is told a size. `MiB`: whole ones. `binary-mb`: whole MiB, which it calls MB. `MB`: whole ones of a million bytes.
 * `GB`: of a thousand million bytes, with two decimals. `sectors`: logical ones.
 */
export const TYPED_UNITS = ['MiB', 'binary-mb', 'MB', 'GB', 'sectors'] as const;
export type TypedUnit = (typeof TYPED_UNITS)[number];

/** A size as a hand types it. `count` has no more decimals than the tool takes. */
export interface TypedSize {
  readonly unit: TypedUnit;
  readonly count: number;
}

/** Least step of each unit, in bytes. */
const STEP: Readonly<Record<Exclude<TypedUnit, 'sectors'>, number>> = {
  MiB: MIB,
  'binary-mb': MIB,
  MB,
  GB: GB / 100,
};
const STEPS_IN_UNIT: Readonly<Record<TypedUnit, number>> = {
  MiB: 1,
  'binary-mb': 1,
  MB: 1,
  GB: 100,
  sectors: 1,
};

/**
 * A size in whole steps of a unit, on the side that is safe: `down` for what must fit into free space, `up` for what must hold
 * something. Law: it differs from `size` by less than a step, and never to the other side.
 */
export function typedSize(
  size: number,
  unit: TypedUnit,
  towards: 'down' | 'up',
  sectorBytes: number,
): TypedSize {
  const step = unit === 'sectors' ? sectorBytes : STEP[unit];
  const steps = towards === 'down' ? Math.floor(size / step) : Math.ceil(size / step);
  return { unit, count: steps / STEPS_IN_UNIT[unit] };
}

/** A size that is exact in MiB where it is whole ones, and in sectors where it is not. */
export const exactSize = (size: number, sectorBytes: number): TypedSize =>
  typedSize(size, size % MIB === 0 ? 'MiB' : 'sectors', 'down', sectorBytes);

/** What a typed size is in bytes. */
export const bytesTyped = ({ unit, count }: TypedSize, sectorBytes: number): number =>
  Math.round(count * STEPS_IN_UNIT[unit]) * (unit === 'sectors' ? sectorBytes : STEP[unit]);
