import fc from 'fast-check';
import { placeLabels } from './labels.js';
import { ribbonPath, tornPath } from './ribbon.js';
import {
  placedView,
  readableScale,
  tickBytes,
  ticksOf,
  trueScale,
  viewAround,
  viewScale,
  zoomedView,
} from './scale.js';

const DISK = 1_000_000;

describe('the readable scale', () => {
  const stretches = fc
    .array(fc.tuple(fc.nat(DISK), fc.nat(DISK)), { maxLength: 40 })
    .map((pairs) =>
      pairs
        .filter(([a, b]) => a !== b)
        .map(([a, b]) => ({ start: Math.min(a, b), length: Math.abs(a - b), leastPixels: 20 })),
    );

  test('gives every stretch its least height, keeps order, and fills the height', () => {
    fc.assert(
      fc.property(stretches, (list) => {
        const scale = readableScale(DISK, list, 600);
        expect(scale.toPixel(0)).toBe(0);
        expect(scale.toPixel(DISK)).toBeCloseTo(scale.height, 6);
        expect(scale.height).toBeGreaterThanOrEqual(600);
        for (const s of list)
          expect(scale.toPixel(s.start + s.length) - scale.toPixel(s.start)).toBeGreaterThanOrEqual(
            20 - 1e-6,
          );
        const points = list.flatMap((s) => [s.start, s.start + s.length]).sort((a, b) => a - b);
        points.forEach(
          (p, i) => i > 0 && expect(scale.toPixel(p)).toBeGreaterThanOrEqual(scale.toPixel(points[i - 1]!)),
        );
      }),
    );
  });

  test('is the true scale where nothing is small', () => {
    const scale = readableScale(
      DISK,
      [
        { start: 0, length: DISK / 2, leastPixels: 20 },
        { start: DISK / 2, length: DISK / 2, leastPixels: 20 },
      ],
      600,
    );
    expect(scale.toPixel(DISK / 4)).toBeCloseTo(trueScale(DISK, 600).toPixel(DISK / 4), 6);
    expect(scale.exaggerates({ start: 0, length: DISK / 2 })).toBe(false);
  });

  test('marks what it exaggerates', () => {
    const small = { start: 1000, length: 100, leastPixels: 20 };
    expect(readableScale(DISK, [small], 600).exaggerates(small)).toBe(true);
  });

  test('becomes taller for 128 parts rather than let them vanish', () => {
    const many = Array.from({ length: 128 }, (_, i) => ({ start: i * 7000, length: 7000, leastPixels: 20 }));
    expect(readableScale(DISK, many, 600).height).toBeGreaterThanOrEqual(2560);
  });
});

describe('labels', () => {
  test('never overlap, keep their order and stay inside where there is room', () => {
    const wanted = fc
      .array(fc.integer({ min: 0, max: 600 }), { maxLength: 17 })
      .map((list) => list.sort((a, b) => a - b));
    fc.assert(
      fc.property(wanted, (list) => {
        const placed = placeLabels(
          list.map((at) => ({ at, height: 34 })),
          600,
        );
        expect(placed).toHaveLength(list.length);
        placed.forEach((y, i) => {
          expect(y).toBeGreaterThanOrEqual(17 - 1e-6);
          expect(y).toBeLessThanOrEqual(600 - 17 + 1e-6);
          if (i > 0) expect(y - placed[i - 1]!).toBeGreaterThanOrEqual(34 - 1e-6);
        });
      }),
    );
  });

  test.each([
    ['one alone stays where it is wanted', [100], [100]],
    ['two apart stay', [100, 200], [100, 200]],
    ['two at one place part about it', [100, 100], [83, 117]],
    ['one at the top is pushed in', [0], [17]],
  ])('%s', (_, wanted, placed) => {
    expect(
      placeLabels(
        wanted.map((at) => ({ at, height: 34 })),
        600,
      ),
    ).toEqual(placed);
  });
});

describe('ribbons', () => {
  test('an untouched one is a straight band', () => {
    expect(ribbonPath(0, { top: 10, bottom: 50 }, 100, { top: 10, bottom: 50 })).toBe(
      'M0 10C50 10 50 10 100 10L100 50C50 50 50 50 0 50Z',
    );
  });

  test('a torn one ends short, ragged', () => {
    const path = tornPath(0, { top: 0, bottom: 14 }, 60);
    expect(path).toBe('M0 0L60 0L53 3.5L60 7L53 10.5L60 14L0 14Z');
  });
});

describe('a view of the disk', () => {
  const views = fc
    .tuple(fc.nat(DISK - 1), fc.integer({ min: 1, max: DISK }))
    .map(([start, length]) => placedView(start, length, DISK));

  test('lies within the disk, and its scale goes from edge to edge', () => {
    fc.assert(
      fc.property(views, (view) => {
        expect(view.start).toBeGreaterThanOrEqual(0);
        expect(view.start + view.length).toBeLessThanOrEqual(DISK);
        const scale = viewScale(trueScale(view.length, 500), view);
        expect(scale.toPixel(view.start)).toBeCloseTo(0, 6);
        expect(scale.toPixel(view.start + view.length)).toBeCloseTo(500, 6);
        expect(Math.abs(scale.toSector(250) - (view.start + view.length / 2))).toBeLessThanOrEqual(1);
      }),
    );
  });

  test('what lies outside goes on, increasing, and no further than a height', () => {
    const view = { start: 400_000, length: 100_000 };
    const scale = viewScale(trueScale(view.length, 500), view);
    const places = [0, 390_000, 400_000, 450_000, 500_000, 510_000, DISK].map((s) => scale.toPixel(s));
    expect(places).toEqual([-500, -50, 0, 250, 500, 550, 1000]);
  });

  test('going nearer keeps the place under the pointer where it is', () => {
    fc.assert(
      fc.property(views, fc.double({ min: 0, max: 1, noNaN: true }), (view, share) => {
        const at = view.start + share * view.length;
        const next = zoomedView(view, DISK, 0.5, at, 1);
        const seen = (at - next.start) / next.length;
        // Rounding to whole sectors moves it by one of them at the most.
        expect(Math.abs(seen - share) * next.length).toBeLessThanOrEqual(2);
      }),
    );
  });

  test('around a part shows what lies beside it, and never less than the least', () => {
    expect(viewAround({ start: 500_000, length: 100_000 }, DISK, 1)).toEqual({
      start: 475_000,
      length: 150_000,
    });
    expect(viewAround({ start: 0, length: 10 }, DISK, 1000)).toEqual({ start: 0, length: 1000 });
    expect(viewAround({ start: 0, length: DISK }, DISK, 1)).toEqual({ start: 0, length: DISK });
  });

  test.each([
    [240e9, '20 GiB'],
    [4e12, '200 GiB'],
    [600 * 2 ** 20, '50 MiB'],
    [16 * 2 ** 20, '1 MiB'],
  ])('%d bytes have a tick every %s', (size, step) => {
    const bytes = tickBytes(size);
    expect(bytes >= 2 ** 30 ? `${bytes / 2 ** 30} GiB` : `${bytes / 2 ** 20} MiB`).toBe(step);
  });

  test('ticks stand at round places, none upon another', () => {
    const view = { start: 3_000_000, length: 200_000_000 };
    const scale = viewScale(trueScale(view.length, 600), view);
    const ticks = ticksOf(scale, view, 512);
    const step = tickBytes(view.length * 512) / 512;
    ticks.forEach((y, i) => {
      const off = scale.toSector(y) % step;
      expect(Math.min(off, step - off)).toBeLessThanOrEqual(1);
      if (i > 0) expect(y - ticks[i - 1]!).toBeGreaterThanOrEqual(5);
    });
    expect(ticks.length).toBeGreaterThan(6);
  });
});
