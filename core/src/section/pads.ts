/** Pixels above the cores, for captions, and below them. */
export const PAD = { top: 28, bottom: 10 } as const;

/** Pixels from a core to its labels, for leader lines. */
export const LEADER = 16;
