import { createHash } from 'node:crypto';
import { EventSubscriber, type EntitySubscriberInterface, type LoadEvent } from 'typeorm';

/** What texts are kept with, so that a disk which changes a byte of them is noticed: SHA-256, of which half. */
export function sumOf(...texts: readonly string[]): string {
  const hash = createHash('sha256');
  for (const text of texts) hash.update(text).update('\n');
  return hash.digest('hex').slice(0, 32);
}

/** Which texts of a row its sum is of, by table. */
export const SUMMED = {
  machine: ['plan'],
  survey: ['document'],
  edit: ['edit', 'inverse'],
  alternative: ['plan'],
} as const satisfies Readonly<Record<string, readonly string[]>>;

type Row = Record<string, unknown>;

/**
 * Empties the texts of a row that are not what was written: no reader takes an empty text for a document, so that is damage as
 * any other. A row of which not all was asked for, or that was written without a sum, is left as it is.
 */
export function checked<T extends object>(table: keyof typeof SUMMED, row: T): T {
  const said = row as Row;
  const texts = SUMMED[table].map((name) => said[name]);
  const known = typeof said['sum'] === 'string' && said['sum'] !== '';
  if (!known || texts.some((text) => typeof text !== 'string')) return row;
  if (sumOf(...(texts as string[])) !== said['sum']) for (const name of SUMMED[table]) said[name] = '';
  return row;
}

/** Holds every row that is read against its sum. */
@EventSubscriber()
export class SumCheck implements EntitySubscriberInterface {
  afterLoad(entity: unknown, event?: LoadEvent<unknown>): void {
    const table = event?.metadata.tableName;
    if (table && table in SUMMED) checked(table as keyof typeof SUMMED, entity as Row);
  }
}
