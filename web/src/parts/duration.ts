import { words } from '../words/words.js';

/** Minutes as they stand at an axis: `30 min`, `2 h`. */
export const formatDuration = (minutes: number): string =>
  minutes < 90
    ? words['timeline.minutes'](Math.round(minutes))
    : words['timeline.hours'](Math.round((minutes / 60) * 10) / 10);
