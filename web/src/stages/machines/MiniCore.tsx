import type { Stratum } from '@rhizotome/core';
import { ownerColourAt } from '../../parts/owners.js';

const HEIGHT = 52;
const LEAST = 2;

/** The planned disk as a core too small for words: owners from top to bottom. */
export function MiniCore({ strata }: { strata: readonly Stratum[] }) {
  return (
    <svg width={20} height={HEIGHT} aria-hidden>
      <rect width={20} height={HEIGHT} fill="var(--gap)" stroke="var(--hairline-strong)" rx={2} />
      {placed(strata)
        .filter((s) => s.kind === 'partition')
        .map(({ top, height, owner }) => (
          <rect
            key={top}
            x={1}
            y={top + 0.5}
            width={18}
            height={Math.max(1, height - 1)}
            fill={ownerColourAt(owner)}
          />
        ))}
    </svg>
  );
}

/** From top to bottom, each with a least height, the rest by share. */
function placed(strata: readonly Stratum[]) {
  const drawn = strata.filter((s) => s.share > 0.0005);
  const free = Math.max(0, HEIGHT - drawn.length * LEAST);
  const heights = drawn.map((s) => LEAST + s.share * free);
  return drawn.map((s, i) => ({
    ...s,
    height: heights[i]!,
    top: heights.slice(0, i).reduce((sum, h) => sum + h, 0),
  }));
}
