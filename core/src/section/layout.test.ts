import { momentsOf } from '../moment/index.js';
import { beginEdit, noteFoundEdit } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { GIB, sectors } from '../quantity/index.js';
import { surveyFromHand, type Survey } from '../survey/index.js';
import { systemFrom } from '../system/index.js';
import { english } from '../words/index.js';
import { inSight, placeSection, rulerFor } from './layout.js';
import { foundStretches, plannedStretches, sectionModel } from './model.js';

function drawn(lines: readonly string[]): Survey {
  const outcome = surveyFromHand(
    { diskBytes: 500 * GIB, sectorBytes: 512, style: 'gpt', text: lines.join('\n') },
    { id: 'survey-1', takenAt: '2026-05-04T07:30:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

function planned(survey: Survey, ...edits: readonly ((plan: Plan) => Edit)[]): Plan {
  return [(plan: Plan) => beginEdit({ plan, survey }), ...edits].reduce((plan: Plan, edit) => {
    const result = apply(plan, edit(plan), () => survey);
    if (!result.ok) throw new Error(result.refusal.code);
    return result.plan;
  }, EMPTY_PLAN);
}

const FRAME = { width: 760, height: 640 };
const LAPTOP = drawn(['100MiB efi', '16MiB reserved', '400GiB windows "Station"', '700MiB recovery']);
const gib = (n: number) => (n * GIB) / 512;
const resize = (length: number, hold: 'start' | 'end') => (): Edit =>
  ({ kind: 'resize', partition: 'found-3', length, hold }) as Edit;
const used = (gibibytes: number) => (plan: Plan) =>
  noteFoundEdit(plan, 'found-3', { usedBytes: gibibytes * GIB });

const place = (plan: Plan, survey = LAPTOP, frame = FRAME) =>
  placeSection(sectionModel({ plan, survey }, english), survey.disk, frame, { kind: 'readable' });

describe('the section placed', () => {
  test('an untouched part has a straight ribbon and the same place in both cores', () => {
    const section = place(planned(LAPTOP, used(100), resize(gib(200), 'start')));
    for (const id of ['found-1', 'found-2', 'found-4']) {
      const [a, b] = [section.found, section.planned].map((core) => core.find((s) => s.stratum.id === id)!);
      expect(a!.top).toBeCloseTo(b!.top, 6);
      expect(a!.height).toBeCloseTo(b!.height, 6);
    }
  });

  test('what does not begin on a whole MiB is marked', () => {
    const [first, ...rest] = LAPTOP.partitions;
    const odd = { ...LAPTOP, partitions: [{ ...first!, start: sectors(63) }, ...rest] };
    const { found } = place(planned(odd), odd);
    expect(found.filter((s) => s.stratum.unaligned).map((s) => s.id)).toEqual(['found-1']);
  });

  test('small parts are seen, and marked as drawn taller than they are', () => {
    const { found } = place(planned(LAPTOP));
    expect(found.map((s) => [s.stratum.title, s.exaggerated])).toEqual([
      ['EFI system', true],
      ['Windows reserved', true],
      ['Station', false],
      ['Recovery', true],
      ['free', false],
    ]);
    for (const s of found) expect(s.height).toBeGreaterThanOrEqual(14);
  });

  test('a shrunk volume shows its floor within it, and its used share', () => {
    const { planned: core } = place(planned(LAPTOP, used(100), resize(gib(200), 'start')));
    const station = core.find((s) => s.stratum.id === 'found-3')!;
    expect(station.stratum.used).toBeCloseTo(0.5, 6);
    expect(station.floorAt).toBeGreaterThan(station.top);
    expect(station.floorAt).toBeLessThan(station.top + station.height);
  });

  test('what becomes of each part is told by its ribbon', () => {
    const plan = planned(
      LAPTOP,
      used(100),
      resize(gib(200), 'end'),
      () => ({ kind: 'remove', partition: 'found-4' }),
      () => ({ kind: 'treat', partition: 'found-1', treatment: 'format' }),
    );
    const { ribbons } = place(plan);
    expect(ribbons.map((r) => [r.id, r.kind, r.travels])).toEqual([
      ['found-1', 'formatted', false],
      ['found-2', 'untouched', false],
      ['found-3', 'moved', true],
      ['found-4', 'erased', false],
    ]);
  });

  test('cores, ribbons and labels stay inside the frame, at any width', () => {
    for (const width of [560, 760, 1080, 1600]) {
      const section = place(planned(LAPTOP), LAPTOP, { width, height: 640 });
      expect(section.foundX).toBeGreaterThanOrEqual(130);
      expect(section.foundX + section.coreWidth).toBeLessThan(section.plannedX);
      expect(section.plannedX + section.coreWidth + 150).toBeLessThan(section.width);
      expect(section.width).toBeLessThanOrEqual(width);
    }
  });

  test('with 128 parts it becomes taller, labels shrink to one line, and none overlaps', () => {
    const survey = drawn(Array.from({ length: 120 }, (_, i) => `3GiB ext4 "part ${i}"`));
    const section = place(planned(survey), survey);
    expect(section.labelHeight).toBe(20);
    expect(section.height).toBeGreaterThan(FRAME.height);
    section.found.forEach((s, i) => {
      const next = section.found[i + 1];
      if (next) expect(next.labelAt - s.labelAt).toBeGreaterThanOrEqual(section.labelHeight - 1e-6);
    });
  });

  test('on the true scale heights are shares of the disk', () => {
    const model = sectionModel({ plan: planned(LAPTOP), survey: LAPTOP }, english);
    const section = placeSection(model, LAPTOP.disk, FRAME, { kind: 'true' });
    const station = section.found.find((s) => s.stratum.id === 'found-3')!;
    expect(station.height / section.height).toBeCloseTo(0.8, 6);
    expect(section.found.some((s) => s.exaggerated)).toBe(false);
  });
});

describe('all moments of a procedure on one ruler', () => {
  const survey = drawn(['100GiB ext4 "first"', '60MiB ext4 "little"', '200GiB ext4 "second"', '90GiB ext4']);
  const plan = planned(
    survey,
    () => ({ kind: 'remove', partition: 'found-1' }),
    () => ({ kind: 'move', partition: 'found-2', start: 2048 }) as Edit,
    () => ({ kind: 'resize', partition: 'found-3', length: gib(120), hold: 'start' }) as Edit,
  );
  const moments = momentsOf({ plan, survey }).map((moment) => moment.planned);
  const look = { kind: 'readable', labels: 'planned' } as const;
  const ruler = rulerFor(foundStretches(survey), moments.map(plannedStretches), survey.disk, FRAME, look);
  const sections = moments.map((moment) =>
    placeSection(sectionModel(moment, english), survey.disk, FRAME, { ...look, ruler }),
  );

  test('what a step leaves as it is stays where it is drawn', () => {
    expect(sections.length).toBeGreaterThan(4);
    const drawnAt = new Map<string, Set<string>>();
    for (const { planned: core } of sections)
      for (const { stratum, top, height } of core) {
        const key = `${stratum.id} ${stratum.start} ${stratum.length}`;
        drawnAt.set(key, (drawnAt.get(key) ?? new Set()).add(`${top} ${height}`));
      }
    expect([...drawnAt.values()].every((places) => places.size === 1)).toBe(true);
    expect(new Set(sections.map((section) => section.height)).size).toBe(1);
  });

  test('every part of every moment is large enough to be seen and to have its label', () => {
    for (const { planned: core } of sections)
      for (const { stratum, height } of core)
        expect(height).toBeGreaterThanOrEqual(stratum.kind === 'gap' ? 13.9 : 23.9);
  });
});

test('of a tall drawing so much is drawn as is in sight, and the part that is selected', () => {
  const survey = drawn(Array.from({ length: 120 }, (_, i) => `3GiB ext4 "part ${i}"`));
  const whole = place(planned(survey), survey);
  const { planned: core, ribbons, height } = inSight(whole, { top: 1000, bottom: 1500 }, 'found-100');
  const expected = whole.planned
    .filter((s) => (s.top < 1500 && s.top + s.height > 1000) || s.id === 'found-100')
    .map((s) => s.id);
  expect(core.map((s) => s.id)).toEqual(expected);
  expect(core.length).toBeLessThan(30);
  expect(ribbons.length).toBeLessThan(30);
  expect(height).toBe(whole.height);
});

describe('what a setup makes in its room', () => {
  const plan = planned(LAPTOP, () => ({
    kind: 'add-system',
    system: { ...systemFrom('windows-11', { id: 'w', name: 'W', origin: 'new' }), room: 70 * GIB },
  }));
  test.each(['readable', 'true'] as const)(
    'is drawn in outline, in order and within it, in the %s scale',
    (kind) => {
      const { planned: placed } = placeSection(
        sectionModel({ plan, survey: LAPTOP }, english),
        LAPTOP.disk,
        FRAME,
        {
          kind,
        },
      );
      const { outlines, top, height } = placed.find((s) => s.outlines.length > 0)!;
      expect(outlines.map((o) => o.id)).toEqual(['setup/w/reserved', 'setup/w/system', 'setup/w/recovery']);
      outlines.forEach((o, i) => expect(o.top).toBeCloseTo(i === 0 ? top : outlines[i - 1]!.bottom, 0));
      expect(outlines.at(-1)!.bottom).toBeLessThan(top + height);
      const least = Math.min(...outlines.map((o) => o.bottom - o.top));
      if (kind === 'readable') expect(least).toBeGreaterThanOrEqual(6.9);
    },
  );

  test('free space that two setups share names both, and shows what either makes', () => {
    const second = {
      kind: 'add-system',
      system: systemFrom('windows-11', { id: 'v', name: 'V', origin: 'new' }),
    } as const;
    const roomy = drawn(['100MiB efi', '16MiB reserved', '200GiB windows "Station"']);
    const both = planned(
      roomy,
      () => ({
        kind: 'add-system',
        system: { ...systemFrom('windows-11', { id: 'w', name: 'W', origin: 'new' }), room: 100 * GIB },
      }),
      () => second,
    );
    const { planned: core } = sectionModel({ plan: both, survey: roomy }, english);
    const room = core.find((s) => s.kind === 'gap' && s.owners.length > 0)!;
    expect([room.title, room.notes, room.owners]).toEqual([
      'free for W and V',
      ['their setups create 6 partitions'],
      ['w', 'v'],
    ]);
    expect(room.inside!.map((part) => part.id)).toEqual(
      ['w', 'v'].flatMap((id) => ['reserved', 'system', 'recovery'].map((role) => `setup/${id}/${role}`)),
    );
  });
});
