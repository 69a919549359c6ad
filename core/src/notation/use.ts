import { formatExact } from '../quantity/index.js';
import { SystemUseSchema, USUAL_USE, type SystemUse } from '../system/index.js';
import { NOTHING_KNOWN } from './context.js';
import { sizeIn, wholeNumber, type Fields } from './fields.js';
import type { Text } from './lines.js';
import { message } from '../words/index.js';
import { issueSays, pathOf } from '../schema/index.js';

const SIZES = {
  'more programs': 'moreProgramsBytes',
  containers: 'containersBytes',
  'files on root': 'filesOnRootBytes',
  documents: 'documentsBytes',
  photos: 'photosBytes',
  media: 'mediaBytes',
  projects: 'projectsBytes',
} as const;
const FLAGS = { 'keeps snapshots': 'snapshots', 'large images': 'largeImages' } as const;
const COUNTS = { 'keeps kernels': 'kernelsKept', 'for years': 'years' } as const;

const entries = <K extends string, V>(of: Readonly<Record<K, V>>) => Object.entries(of) as [K, V][];

/** What a system is to hold, as fields of its line: how many kernels it keeps, and where the rest differs from the usual. */
export function useFields(use: SystemUse): string[] {
  return [
    `keeps kernels ${use.kernelsKept}`,
    ...entries(SIZES)
      .filter(([, k]) => use[k] !== USUAL_USE[k])
      .map(([key, k]) => `${key} ${formatExact(use[k])}`),
    ...entries(FLAGS).flatMap(([key, k]) => (use[k] ? [key] : [])),
    ...(use.growth === USUAL_USE.growth ? [] : [`grows ${Number((use.growth * 100).toFixed(6))}% a year`]),
    ...(use.years === USUAL_USE.years ? [] : [`for years ${use.years}`]),
  ];
}

export function takeUse(fields: Fields): SystemUse | undefined {
  const told: Record<string, unknown> = {};
  let first: Text | undefined;
  const take = (key: string, property: keyof SystemUse, read: (text: Text) => unknown) => {
    const text = fields.take(key);
    if (!text) return;
    first ??= text;
    told[property] = read(text);
  };
  for (const [key, k] of entries(SIZES)) take(key, k, (text) => sizeIn(text, NOTHING_KNOWN));
  for (const [key, k] of entries(COUNTS)) take(key, k, wholeNumber);
  for (const [key, k] of entries(FLAGS))
    take(key, k, (text) => text.text === '' || text.fault(message('text.nothing-behind', { key })));
  take('grows', 'growth', growthIn);
  if (!first) return undefined;
  const whole = { ...USUAL_USE, ...told };
  const use = SystemUseSchema.safeParse(whole);
  if (use.success) return use.data;
  const issue = use.error.issues[0]!;
  return first.fault(message('text.odd-at', { path: pathOf(issue), why: issueSays(issue, whole) }));
}

function growthIn(text: Text): number {
  const percent = /^(\d+(?:\.\d+)?)\s*% a year$/i.exec(text.text)?.[1];
  return percent === undefined ? text.fault(message('text.growth')) : Number(percent) / 100;
}
