import type { Stratum } from '@rhizotome/core';
import { ownerColourAt } from '../../parts/owners.js';

const HEIGHT = 52;
const LEAST = 2;

/** The planned disk as a core too small for words: owners from top to bottom. */
export function MiniCore({ strata }: { strata: readonly Stratum[] }) {
  const drawn = strata.filter((s) => s.share > 0.0005);
  const free = HEIGHT - drawn.length * LEAST;
  let y = 0;
  return (
    <svg width={20} height={HEIGHT} aria-hidden>
      <rect width={20} height={HEIGHT} fill="var(--gap)" stroke="var(--hairline-strong)" rx={2} />
      {drawn.map((s, i) => {
        const height = LEAST + s.share * Math.max(0, free);
        const top = y;
        y += height;
        if (s.kind === 'gap') return null;
        return (
          <rect
            key={i}
            x={1}
            y={top + 0.5}
            width={18}
            height={Math.max(1, height - 1)}
            fill={ownerColourAt(s.owner)}
          />
        );
      })}
    </svg>
  );
}
