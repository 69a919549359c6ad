import type { z } from 'zod';
import { isShapeCode, message, type Phrase } from '../words/index.js';

type Issue = z.core.$ZodIssue;

/** The path of an issue as it is printed: `partitions.3.start`; empty for the document itself. */
export const pathOf = ({ path }: Pick<Issue, 'path'>): string => path.map(String).join('.');

/** What is wrong at the place of an issue. `document`: what was checked. A schema that knows a better sentence gives its code as message. */
export function issueSays(issue: Issue, document: unknown): Phrase {
  if (isShapeCode(issue.message)) return { code: issue.message, with: null };
  switch (issue.code) {
    case 'invalid_type':
      return valueAt(document, issue.path) === undefined
        ? message('shape.missing')
        : message('shape.type', { expected: issue.expected });
    case 'too_small':
      return issue.inclusive === false
        ? message('shape.more-than', { than: Number(issue.minimum) })
        : message('shape.least', { least: Number(issue.minimum), of: countedIn(issue.origin) });
    case 'too_big':
      return issue.inclusive === false
        ? message('shape.less-than', { than: Number(issue.maximum) })
        : message('shape.most', { most: Number(issue.maximum), of: countedIn(issue.origin) });
    case 'unrecognized_keys':
      return message('shape.unknown-keys', { keys: issue.keys });
    case 'invalid_value':
      return message('shape.choice', { known: issue.values.map(String) });
    case 'invalid_format':
      return message('shape.format', { format: issue.format });
    case 'custom':
    case 'invalid_union':
    case 'invalid_key':
    case 'invalid_element':
    case 'not_multiple_of':
      return message('shape.no-form');
  }
}

function countedIn(origin: string): 'number' | 'character' | 'item' {
  if (origin === 'string') return 'character';
  return origin === 'array' || origin === 'set' || origin === 'map' ? 'item' : 'number';
}

function valueAt(document: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (at, key) =>
      typeof at === 'object' && at !== null ? (at as Readonly<Record<PropertyKey, unknown>>)[key] : undefined,
    document,
  );
}
