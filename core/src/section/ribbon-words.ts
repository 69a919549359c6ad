import { message, type Text } from '../words/index.js';
import type { PlacedRibbon } from './layout.js';

const CHANGES: Readonly<Partial<Record<PlacedRibbon['kind'], Text>>> = {
  erased: message('section.erased'),
  formatted: message('section.content-erased'),
  moved: message('section.moves'),
};

/** What stands upon a ribbon: what becomes of the volume, and what that means for its data. */
export function ribbonWords(
  { kind, lengthChange, travels }: PlacedRibbon,
  sectorBytes: number,
): { readonly first: Text | null; readonly second: Text | null } {
  const bytes = Math.abs(lengthChange) * sectorBytes;
  const resized =
    lengthChange === 0 ? null : message(lengthChange < 0 ? 'section.shrinks' : 'section.grows', { bytes });
  const first =
    kind === 'erased' || kind === 'formatted' ? CHANGES[kind]! : (resized ?? CHANGES[kind] ?? null);
  const second = travels
    ? message('section.its-data-moves')
    : lengthChange < 0 && kind === 'shrunk'
      ? message('section.its-start-stays-fixed')
      : null;
  return { first, second };
}
