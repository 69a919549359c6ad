import { message, type RunbookPhase } from '@rhizotome/core';
import { lanesOf } from './lanes.js';

const NOTE = message('note.here');

const phase = (environment: RunbookPhase['environment'], steps: number, restart: boolean) =>
  ({
    environment,
    restart,
    note: NOTE,
    lane: message('lane.live'),
    steps: Array.from({ length: steps }, (_, i) => ({ id: `${environment.kind} ${i}` })),
  }) as unknown as RunbookPhase;

test('a system is one lane however it is started, and each stretch knows where it begins', () => {
  const windows = { kind: 'running', system: 'w' } as const;
  const { lanes, steps } = lanesOf({
    phases: [
      phase(windows, 3, false),
      phase({ kind: 'live' }, 2, true),
      phase({ kind: 'installer', system: 'l' }, 1, false),
      phase({ kind: 'first-start', system: 'w' }, 2, true),
    ],
  });
  expect(steps).toHaveLength(8);
  expect(lanes.map(({ system, of, blocks }) => ({ system, of, blocks }))).toEqual([
    {
      system: 'w',
      of: 8,
      blocks: [
        { first: 0, count: 3, restart: null },
        { first: 6, count: 2, restart: NOTE },
      ],
    },
    { system: null, of: 8, blocks: [{ first: 3, count: 2, restart: NOTE }] },
    { system: 'l', of: 8, blocks: [{ first: 5, count: 1, restart: null }] },
  ]);
});
