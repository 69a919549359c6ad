import { words } from '../words/words.js';

/** Minutes as they stand at an axis: `30 min`, `2 h`. */
export const formatDuration = (minutes: number): string =>
  minutes > 0 && minutes % 60 === 0
    ? words['timeline.hours'](minutes / 60)
    : words['timeline.minutes'](minutes);
