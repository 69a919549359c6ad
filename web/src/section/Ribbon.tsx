import { ribbonWords, same, type PlacedRibbon } from '@rhizotome/core';
import { memo } from 'react';
import classes from './SectionDrawing.module.css';
import { text } from '../words/say.js';

/** The textures of hazard: data that travels, and content that is given up. */
export function RibbonFills() {
  return (
    <>
      <pattern id="travels" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(-35)">
        <rect width="9" height="9" fill="var(--ribbon-moved)" />
        <path d="M0 4.500h9" stroke="var(--hazard)" strokeWidth="1.2" strokeOpacity="0.6" />
      </pattern>
      <pattern id="lost" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill="var(--ribbon-erased)" />
        <path d="M0 0l8 8M8 0l-8 8" stroke="var(--blocker)" strokeWidth="0.9" strokeOpacity="0.55" />
      </pattern>
    </>
  );
}

/** What becomes of one found partition. */
export const Ribbon = memo(function Ribbon({
  ribbon,
  sectorBytes,
  wordy,
  onSelect,
}: {
  ribbon: PlacedRibbon;
  sectorBytes: number;
  /** Whether words fit upon it. */
  wordy: boolean;
  onSelect: ((id: string) => void) | undefined;
}) {
  const { wordsAt, kind, travels } = ribbon;
  const { first, second } = ribbonWords(ribbon, sectorBytes);
  return (
    <g className={classes.ribbon} data-ribbon={ribbon.id} onClick={() => onSelect?.(ribbon.id)}>
      <path d={ribbon.path} data-kind={travels ? 'moved' : kind} />
      {wordy && first && wordsAt.room > 16 && (
        <text x={wordsAt.x} y={wordsAt.y + (second && wordsAt.room > 36 ? -3 : 4)} className={classes.words}>
          {text(first)}
          {second && wordsAt.room > 36 && (
            <tspan x={wordsAt.x} dy="1.3em" className={classes.aside}>
              {text(second)}
            </tspan>
          )}
        </text>
      )}
    </g>
  );
}, same);
