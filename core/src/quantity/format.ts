import { GB, GIB, KB, KIB, MB, MIB, TB, TIB } from './units.js';

interface Unit {
  readonly name: string;
  readonly bytes: number;
}

const BINARY: readonly Unit[] = [
  { name: 'TiB', bytes: TIB },
  { name: 'GiB', bytes: GIB },
  { name: 'MiB', bytes: MIB },
  { name: 'KiB', bytes: KIB },
];
const DECIMAL: readonly Unit[] = [
  { name: 'TB', bytes: TB },
  { name: 'GB', bytes: GB },
  { name: 'MB', bytes: MB },
  { name: 'kB', bytes: KB },
];

function inFamily(size: number, family: readonly Unit[]): string {
  const sign = size < 0 ? '−' : '';
  const magnitude = Math.abs(size);
  for (const [i, unit] of family.entries()) {
    if (magnitude < unit.bytes) continue;
    const rounded = Math.round((magnitude / unit.bytes) * 10) / 10;
    const larger = family[i - 1];
    // 1023.96 MiB would round to "1024 MiB": say "1 GiB" instead.
    if (larger && rounded * unit.bytes >= larger.bytes) return `${sign}1 ${larger.name}`;
    return `${sign}${rounded} ${unit.name}`;
  }
  return `${sign}${magnitude} B`;
}

/** Size in the largest binary unit that is not above it, one decimal at most: `476.1 GiB`. */
export function formatBinary(size: number): string {
  return inFamily(size, BINARY);
}

/** Size in the largest decimal unit that is not above it, one decimal at most: `511.3 GB`. */
export function formatDecimal(size: number): string {
  return inFamily(size, DECIMAL);
}

/** Both families: `80 GiB (85.9 GB)`. */
export function formatBoth(size: number): string {
  const [binary, decimal] = [formatBinary(size), formatDecimal(size)];
  return binary === decimal ? binary : `${binary} (${decimal})`;
}

/**
 * Size as it can be typed again without losing a byte: the largest binary unit that divides it.
 * `parseSize(formatExact(n))` is `n` for every whole n >= 0.
 */
export function formatExact(size: number): string {
  const unit = size === 0 ? undefined : BINARY.find((u) => size % u.bytes === 0);
  return unit ? `${size / unit.bytes} ${unit.name}` : `${size} B`;
}
