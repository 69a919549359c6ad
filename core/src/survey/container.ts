import { sectors } from '../quantity/index.js';
import type { TableContainer } from '../table/index.js';
import type { Survey, SurveyPartition } from './survey.js';

/** Sectors usually left for the record before a logical partition. */
const USUAL_LEAD_IN = 2048;

/** The container that holds logicals. Where a survey tells logicals but no container, the least one around them. */
export function containerIn({ containers, partitions }: Survey): TableContainer | undefined {
  const known = containers?.[0];
  const logicals = partitions.filter((p) => p.logical);
  if (known || logicals.length === 0) return known;
  const first = logicals[0]!;
  const last = logicals.at(-1)!;
  const before = partitions.filter((p) => !p.logical && p.start < first.start);
  const start = recordPlace(first, before, 1);
  const taken = new Set(partitions.map((p) => p.number));
  const number = [4, 3, 2, 1].find((n) => !taken.has(n)) ?? 4;
  return { number, start: sectors(start), length: sectors(last.start + last.length - start), type: '0x0f' };
}

/** Where a record can stand before `logical`: 1 MiB ahead, or as far ahead as what is before it allows. */
export function recordPlace(
  logical: { readonly start: number },
  others: readonly Pick<SurveyPartition, 'start' | 'length'>[],
  first: number,
): number {
  const ends = others.filter((p) => p.start < logical.start).map((p) => p.start + p.length);
  return Math.max(first, logical.start - USUAL_LEAD_IN, ...ends);
}
