import { partitionTypeNamed, type TableStyle } from '../table/index.js';
import { message } from '../words/index.js';
import { oneString } from './fields.js';
import type { Text } from './lines.js';

/** A code, or the type’s name in quotation marks. */
export function typeCodeIn(text: Text | undefined, style: TableStyle): string | undefined {
  if (!text?.text.startsWith('"')) return text?.text.toLowerCase();
  return partitionTypeNamed(oneString(text), style) ?? text.fault(message('text.type-unknown'));
}
