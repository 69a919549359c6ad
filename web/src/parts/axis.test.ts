import { axisTo, clockStep } from './axis.js';
import { formatDuration } from './duration.js';

test.each([
  [3, ['0 min', '2 min', '4 min']],
  [34, ['0 min', '20 min', '40 min']],
  [100, ['0 min', '1 h', '2 h']],
  [960, ['0 min', '8 h', '16 h']],
  [5000, ['0 min', '48 h', '96 h']],
])('an axis of times up to %d minutes has ticks that are round on a clock', (most, ticks) => {
  const axis = axisTo(most, 2, clockStep);
  expect(axis.ticks.map(formatDuration)).toEqual(ticks);
  expect(axis.domain).toEqual([0, axis.ticks.at(-1)]);
});

test.each([
  [7, [0, 2, 4, 6, 8]],
  [64, [0, 20, 40, 60, 80]],
  [0, [0, 0.2, 0.4, 0.6, 0.8, 1]],
])('an axis of sizes up to %d has ticks at round numbers', (most, ticks) => {
  expect(axisTo(most).ticks).toEqual(ticks);
});
