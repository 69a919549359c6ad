import type { ByteSource } from '../../bytes/index.js';
import { sectors, type Sectors } from '../../quantity/index.js';
import { decodeMbr, isExtended, type MbrSlot } from './decode.js';

/** A logical partition and the sector of the EBR that lists it. The span is `[start, start + length)`. */
export interface Logical {
  /** From 5 on, in chain order. */
  readonly number: number;
  readonly type: number;
  readonly active: boolean;
  readonly start: Sectors;
  readonly length: Sectors;
  readonly ebrAt: Sectors;
}

/** Why the chain could not be followed to its end, or what stands in it that should not. */
export type ChainFault =
  | { readonly code: 'not-read'; readonly atLba: number }
  | { readonly code: 'no-signature'; readonly atLba: number }
  | { readonly code: 'loop'; readonly atLba: number }
  | { readonly code: 'outside'; readonly atLba: number }
  | { readonly code: 'stray'; readonly atLba: number }
  | { readonly code: 'too-long' };

export interface Chain {
  readonly logicals: readonly Logical[];
  readonly faults: readonly ChainFault[];
}

const MOST_LOGICALS = 256;

/**
 * Follows the extended boot records of a container: in each, one slot is the logical partition, its start counted from
 * that record, and one the next record, its start counted from the container (common practice; no standard defines it).
 * Reads at most one sector a logical; ends at a loop, a stray or 256 links.
 */
export function readChain(
  source: ByteSource,
  container: MbrSlot,
  sectorBytes: number,
  firstNumber: number,
): Chain {
  const logicals: Logical[] = [];
  const faults: ChainFault[] = [];
  const visited = new Set<number>();
  let at: number | undefined = container.start;
  while (at !== undefined) {
    const fault = whyNotRead(source, container, at, visited, sectorBytes);
    if (fault) return { logicals, faults: [...faults, fault] };
    visited.add(at);
    const slots: readonly MbrSlot[] = decodeMbr(source.read(at * sectorBytes, 512)!)!.slots;
    const [logical, ...more] = slots.filter((slot) => !isExtended(slot));
    if (logical) logicals.push(logicalAt(at, logical, firstNumber + logicals.length));
    const next: readonly MbrSlot[] = slots.filter(isExtended);
    if (more.length > 0 || next.length > 1) faults.push({ code: 'stray', atLba: at });
    at = next[0] && container.start + next[0].start;
  }
  return { logicals, faults };
}

function whyNotRead(
  source: ByteSource,
  container: MbrSlot,
  at: number,
  visited: ReadonlySet<number>,
  sectorBytes: number,
): ChainFault | undefined {
  if (visited.has(at)) return { code: 'loop', atLba: at };
  if (visited.size >= MOST_LOGICALS) return { code: 'too-long' };
  if (at < container.start || at >= container.start + container.length) return { code: 'outside', atLba: at };
  const sector = source.read(at * sectorBytes, 512);
  if (!sector) return { code: 'not-read', atLba: at };
  return decodeMbr(sector) ? undefined : { code: 'no-signature', atLba: at };
}

function logicalAt(ebrAt: number, slot: MbrSlot, number: number): Logical {
  return {
    number,
    type: slot.type,
    active: slot.active,
    start: sectors(ebrAt + slot.start),
    length: slot.length,
    ebrAt: sectors(ebrAt),
  };
}
