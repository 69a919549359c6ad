import fc from 'fast-check';
import { noteFoundEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { isLogical, plannedContainer } from '../layout/index.js';
import { endOf, type Planned } from '../plan/index.js';
import { GIB, sectors } from '../quantity/index.js';
import { procedureFor, wayBack, type Step, type StepBase } from '../sequence/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, drawnMbr, edited, gib, mib, planOn, surveysOf } from '../testing/builders.js';
import { ModelDisk, rehearse, rehearseBack, type PowerCut } from './index.js';

describe('the model disk', () => {
  const anyOp = fc.record({
    kind: fc.constantFrom('put', 'copy', 'clear'),
    from: fc.nat(59),
    to: fc.nat(59),
    length: fc.integer({ min: 1, max: 40 }),
    of: fc.constantFrom('a', 'b', 'c'),
    at: fc.nat(5),
  });

  test('holds in every sector what a plain array of sectors holds', () => {
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 25 }), (ops) => {
        const disk = new ModelDisk(100);
        let plain: (readonly [string | null, number])[] = Array.from({ length: 100 }, () => [null, 0]);
        for (const { kind, from, to, length, of, at } of ops) {
          const next = [...plain];
          if (kind === 'copy') {
            disk.copy(from, to, length);
            for (let i = 0; i < length; i++) next[to + i] = plain[from + i]!;
          } else {
            disk.put(to, length, kind === 'put' ? of : null, at);
            for (let i = 0; i < length; i++) next[to + i] = kind === 'put' ? [of, at + i] : [null, 0];
          }
          plain = next;
        }
        expect(Array.from({ length: 100 }, (_, n) => disk.sector(n))).toEqual(plain);
        for (const thing of ['a', 'b']) {
          const there = new Set(plain.filter(([what]) => what === thing).map(([, at]) => at));
          let first = 0;
          while (there.has(first)) first += 1;
          expect([disk.has(thing, first), disk.has(thing, first + 1)]).toEqual([true, false]);
          const holds = plain.slice(10, 20).every(([what, at], i) => what === thing && at === i);
          expect(disk.holds(thing, 10, 10)).toBe(holds);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('a stretch beyond its end is a mistake of the caller', () => {
    expect(() => new ModelDisk(10).put(8, 3, 'a')).toThrow('Sectors 8 to 11 are not on a disk of 10');
  });
});

/** What the steps say would be lost at a moment. */
function expectedAt(moment: PowerCut, steps: ReadonlyMap<string, Step>): readonly string[] {
  const { exposure } = steps.get(moment.step)!;
  return exposure && !moment.done && moment.written > exposure.when.from ? exposure.what : [];
}

function unlistedAt(moment: PowerCut, steps: ReadonlyMap<string, StepBase>): readonly string[] {
  const { unlists } = steps.get(moment.step)!;
  return unlists && !moment.done && moment.written > unlists.when.from ? unlists.what : [];
}

function stepsOf(planned: Planned): readonly Step[] | undefined {
  const { ordered } = procedureFor(planned);
  return ordered.ok ? ordered.steps : undefined;
}

test('rehearsed over random disks and plans: the plan is reached, and power off loses what was said and no more', () => {
  const seen = {
    moments: 0,
    exposed: 0,
    moves: 0,
    aside: 0,
    containers: 0,
    converted: 0,
    refused: 0,
  };
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 16, (before, edit) => {
        const result = apply(before, edit, surveysOf(survey));
        if (!result.ok) return before;
        const { plan } = result;
        const steps = stepsOf({ plan, survey });
        if (!steps) {
          seen.refused += 1;
          return plan;
        }
        const byId = new Map(steps.map((s) => [s.id, s]));
        const lengths = steps.flatMap((s) => (s.copy ? [s.copy.sectors] : []));
        const { table, lost, fault } = rehearse({ plan, survey }, steps, {
          piece: Math.max(2048, Math.floor(Math.max(0, ...lengths) / 37)),
          moments: 100,
          onMoment: (moment) => {
            seen.moments += 1;
            const expected = expectedAt(moment, byId);
            if (expected.length > 0) seen.exposed += 1;
            expect(moment).toEqual({ ...moment, lost: expected, destroyed: [] });
            expect(unlistedAt(moment, byId)).toEqual(expect.arrayContaining([...moment.unlisted]));
          },
        });
        expect([fault, lost]).toEqual([undefined, []]);
        const reached = [...table.entries].map(([id, { span, logical }]) => [
          id,
          span.start,
          span.length,
          logical,
        ]);
        const wanted = plan.partitions.map((p) => [p.id, p.start, p.length, isLogical({ plan, survey }, p)]);
        expect(reached.sort()).toEqual(wanted.sort());
        const { container } = table;
        expect(container && [container.start, endOf(container)]).toEqual(
          spanOf(plannedContainer({ plan, survey })),
        );
        count(seen, steps);
        return plan;
      });
    }),
    { numRuns: 150, endOnFailure: true },
  );
  // Enough of each to mean something; how many it are is chance.
  for (const kind of ['exposed', 'moves', 'containers', 'converted'] as const)
    expect(seen[kind]).toBeGreaterThan(3);
  expect(seen.aside).toBeGreaterThan(0);
});

describe('a logical is copied over a record', () => {
  const disk = drawnMbr([[50, 'ext4']], [null, [40, 'ext4'], null, [30, 'ext4'], [5, 'ext4']]);
  const [, first, second] = disk.partitions;
  // The second's record lies far ahead of it, right behind the first.
  const record = sectors(endOf(first!) + 63);
  const far = {
    ...disk,
    partitions: disk.partitions.map((p) => (p === second ? { ...p, ebrAt: record } : p)),
  };
  test.each([
    ['its own, to the left', disk, -4, ['found-5', 'found-6', 'found-7'], gib(4) - 2048],
    ['that of the next, which lies far ahead, to the right', far, 4, ['found-6', 'found-7'], gib(4) - 64],
    ['none, to the right', disk, 4, undefined, 0],
  ])('%s: from then on it and all behind it are not listed', (_, survey, by, what, from) => {
    const start = sectors(first!.start + by * gib(1));
    const plan = edited(planOn(survey), survey, { kind: 'move', partition: 'found-5', start });
    const steps = stepsOf({ plan, survey })!;
    const { unlists } = steps.find((s) => s.copy)!;
    expect(unlists && [unlists.what, unlists.when.from]).toEqual(what ? [what, from] : null);
    const byId = new Map(steps.map((s) => [s.id, s]));
    let moments = 0;
    rehearse({ plan, survey }, steps, {
      piece: gib(1) / 8,
      onMoment: (moment) => {
        moments += Number(moment.unlisted.length > 0);
        expect(moment.unlisted).toEqual(unlistedAt(moment, byId));
      },
    });
    expect(moments > 0).toBe(what !== undefined);
  });

  test.each([
    // Nobody knows where in the MiB in front of its new place its record was written.
    ['to the left, over its own new record', disk, 4, gib(4) - 2048],
    ['to the left, over its own, where that of the next was written anew', far, 4, gib(4) - 2048],
    ['to the right, over none', disk, -4, undefined],
  ])('and on the way back %s', (_, survey, by, from) => {
    const start = sectors(first!.start + by * gib(1));
    const plan = edited(planOn(survey), survey, { kind: 'move', partition: 'found-5', start });
    const steps = stepsOf({ plan, survey })!;
    const back = wayBack({ plan, survey }, steps).steps;
    const { unlists } = back.find((s) => s.copy)!;
    expect(unlists?.when.from).toBe(from);
    const seen = new Set<string>();
    rehearseBack({ plan, survey }, steps, back, {
      piece: gib(1) / 8,
      onMoment: ({ unlisted }) => unlisted.forEach((id) => seen.add(id)),
    });
    expect([...seen]).toEqual(unlists?.what ?? []);
    expect([...seen]).toEqual(from === undefined ? [] : ['found-5', 'found-6', 'found-7']);
  });
});

const spanOf = (span: { start: number; length: number } | null) =>
  span && [span.start, span.start + span.length];

function count(
  seen: Record<'moves' | 'aside' | 'containers' | 'converted', number>,
  steps: readonly Step[],
): void {
  for (const { kind } of steps) {
    if (kind === 'move') seen.moves += 1;
    if (kind === 'move-aside') seen.aside += 1;
    if (kind.endsWith('container') || kind === 'relist') seen.containers += 1;
    if (kind === 'convert-table') seen.converted += 1;
  }
}

test('from every point the way back restores the disk as found, but for what it says is lost', () => {
  const seen = { points: 0, losses: 0, deletedAndBack: 0, converted: 0 };
  const comeBack = (planned: Planned, done: readonly Step[]) => {
    const { plan, survey } = planned;
    const { steps: back, losses } = wayBack(planned, done);
    const wrong: string[] = [];
    const byId = new Map(back.map((s) => [s.id, s]));
    const { table, disk } = rehearseBack(planned, done, back, {
      moments: 3,
      onMoment: (moment) => {
        const { step, done: over, lost, unlisted } = moment;
        if (over) wrong.push(...lost.map((id) => `${step}: ${id}`));
        expect(unlistedAt(moment, byId)).toEqual(expect.arrayContaining([...unlisted]));
      },
    });
    // What is kept is whole after each step back, where the table lists it.
    expect(wrong).toEqual([]);
    const listed = [...table.entries].map(([id, { span, logical }]) => [
      id,
      span.start,
      span.length,
      logical,
    ]);
    const found = survey.partitions.map((p) => [p.id, p.start, p.length, p.logical ?? false]);
    expect(listed.sort()).toEqual(found.sort());
    const lost = new Set(losses.map((l) => l.found));
    for (const p of survey.partitions) {
      const isSwap = plan.found[p.id]!.kind === 'swap';
      if (!isSwap) expect([p.id, disk.holds(p.id, p.start, p.length)]).toEqual([p.id, !lost.has(p.id)]);
      if (!lost.has(p.id) && done.some((s) => s.kind === 'delete' && s.found === p.id))
        seen.deletedAndBack += 1;
    }
    seen.points += 1;
    seen.losses += lost.size;
    if (done.some((s) => s.kind === 'convert-table')) seen.converted += 1;
  };
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), fc.nat(), (survey, seed, point) => {
      walk(survey, seed, 12, (before, edit) => {
        const result = apply(before, edit, surveysOf(survey));
        if (!result.ok) return before;
        const { plan } = result;
        const steps = stepsOf({ plan, survey }) ?? [];
        for (const reached of [point % (steps.length + 1), Math.floor(steps.length / 2), steps.length])
          comeBack({ plan, survey }, steps.slice(0, reached));
        return plan;
      });
    }),
    { numRuns: 150, endOnFailure: true },
  );
  for (const count of Object.values(seen)) expect(count).toBeGreaterThan(0);
});

describe('a wrong order', () => {
  const survey = drawn(100, ['20GiB ext4', '20GiB ext4']);
  const shrunk = edited(
    planOn(survey),
    survey,
    noteFoundEdit(planOn(survey), 'found-1', { usedBytes: GIB }),
    {
      kind: 'resize',
      partition: 'found-1',
      length: gib(10),
      hold: 'start',
    },
  );
  const plan = edited(shrunk, survey, { kind: 'move', partition: 'found-2', start: mib(1 + 10 * 1024) });
  const steps = stepsOf({ plan, survey })!;

  test('is noticed where it writes over what is still needed', () => {
    const inOrder = rehearse({ plan, survey }, steps);
    expect([inOrder.lost, inOrder.fault]).toEqual([[], undefined]);
    const moveFirst = [...steps].sort((a, b) => Number(b.kind === 'move') - Number(a.kind === 'move'));
    expect(rehearse({ plan, survey }, moveFirst)).toMatchObject({
      lost: ['found-1'],
      fault: { step: 'move:found-2', fault: { code: 'overlap', one: 'found-2', other: 'found-1' } },
    });
  });

  test('is noticed where a copy goes in the direction that eats itself', () => {
    const backwards = steps.map((s): Step =>
      s.copy ? { ...s, copy: { ...s.copy, direction: 'backward' } } : s,
    );
    const destroyed = new Set<string>();
    rehearse({ plan, survey }, backwards, {
      onMoment: (m) => m.destroyed.forEach((id) => destroyed.add(id)),
    });
    expect([...destroyed]).toEqual(['found-2']);
  });

  test('a move over itself exposes its volume from the moment it reaches its own old place', () => {
    const moments: PowerCut[] = [];
    rehearse({ plan, survey }, steps, { piece: gib(1), onMoment: (m) => moments.push(m) });
    const move = moments.filter((m) => m.step === 'move:found-2');
    expect(move.filter((m) => m.lost.length > 0).map((m) => m.written / gib(1))).toEqual([
      11, 12, 13, 14, 15, 16, 17, 18, 19, 20,
    ]);
    expect(move.at(-1)).toMatchObject({ done: true, lost: [] });
    expect(steps.find((s) => s.kind === 'move')).toMatchObject({
      copy: { direction: 'forward', sectors: gib(20) },
      exposure: { what: ['found-2'], when: { from: gib(10), of: gib(20) } },
    });
  });
});
