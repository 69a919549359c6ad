import { appendFileSync, readFileSync, truncateSync } from 'node:fs';
import { shownAs } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { standingReport } from '../runbook/index.js';
import { readJournal, standingOf } from '../standing/index.js';
import type { Survey } from '../survey/index.js';
import { Carried } from '../testing/carried.js';
import { canAttach, sh, type ScriptDisk } from '../testing/script-disk.js';
import { Dice } from '../testing/small-disks.js';
import type { PhaseScript } from './index.js';

/** How many procedures are carried out, from which seed on; more of them: `npm run soak -- procedures`. */
const MANY = Number(process.env['RHIZOTOME_PROCEDURES'] ?? 2);
const SEED = Number(process.env['RHIZOTOME_SEED'] ?? 2);
/** Kills of one procedure. */
const MOST_KILLS = 60;

const counted = { procedures: 0, steps: 0, kills: 0, cuts: 0, refusals: 0, files: 0 };
const kinds = new Map<string, number>();

/** Step by step: where the disk stands is told after each. */
function stepByStep(story: Carried) {
  const { disk, plan, survey, scripts } = story;
  const { phases } = procedureFor({ plan, survey });
  let number = 0;
  for (const [i, { steps }] of phases.entries())
    for (const step of steps) {
      number += 1;
      const script = scripts.find(({ phase }) => phase === i + 1);
      if (!script) continue;
      const { status, said } = disk.run(script, { more: ['--yes', '--step', String(number)] });
      if (status !== 0) throw new Error(`${step.id}\n${said}`);
      const { moments, begun, differences } = standingOf({ plan, survey }, disk.survey());
      expect([step.id, begun, differences]).toEqual([step.id, null, []]);
      expect(moments).toContain(number);
      counted.steps += 1;
      kinds.set(step.kind, (kinds.get(step.kind) ?? 0) + 1);
    }
}

/** Killed again and again at any moment, and begun again each time. */
function killed(story: Carried, dice: Dice) {
  const shell = dice.one([['dash'], ['busybox', 'sh'], ['bash']]);
  for (const script of story.scripts) {
    let kills = 0;
    for (let done = { status: null as number | null, said: '' }; done.status !== 0; kills++) {
      const patient = kills >= MOST_KILLS;
      const killAfterMs = patient ? undefined : 500 + dice.below(1500) * (1 + kills / 12);
      done = story.disk.run(script, { shell, killAfterMs });
      if (done.status === 3 || (patient && done.status !== 0)) throw new Error(done.said);
      if (done.status !== 0) expectNotMisled(story, script, dice);
    }
    counted.kills += kills - 1;
  }
}

/**
 * Wherever it was cut off: what is told of the disk alone is a moment that may be, or a doubt; with the journal it is the step that was begun.
 * The last line of the journal may be torn.
 */
function expectNotMisled({ disk, plan, survey }: Carried, script: PhaseScript, dice: Dice) {
  const file = disk.journalOf(script);
  const text = file === null ? '' : readFileSync(file, 'utf8');
  const journal = readJournal(text);
  const reading = disk.survey();
  const alone = standingReport({ plan, survey }, reading);
  const { ordered } = procedureFor({ plan, survey });
  const first = ordered.ok ? ordered.steps.findIndex(({ id }) => id === script.steps[0]) : 0;
  const begun = journal?.begun ?? null;
  const done = begun === null ? (journal?.done ?? first) : begun - 1;
  if (alone.sound && alone.doubt === null) {
    const { moments } = standingOf({ plan, survey }, reading);
    expect(moments.some((n) => n === done || n === done + 1)).toBe(true);
  }
  if (journal && begun !== null)
    expect(standingReport({ plan, survey }, reading, journal)).toMatchObject({
      begun: { code: 'standing.journal-begun', with: { step: begun } },
      next: null,
    });
  if (file !== null && dice.below(2) === 0) tear(file, text, dice);
  counted.cuts += 1;
}

/** The journal as a power cut may leave it: the line that was being written stands there in part. */
function tear(file: string, text: string, dice: Dice) {
  const last = text.trimEnd().split('\n').at(-1) ?? '';
  const [, id, pieces] = / copied (\S+) (\d+)$/.exec(last) ?? [];
  if (/ done \S+$/.test(last)) truncateSync(file, text.length - 1 - dice.below(12));
  else if (Number(pieces) > 1) appendFileSync(file, `2026-05-04T07:30:00Z copied ${id} 1`);
}

/** Something else than what was read: it is refused with not a byte changed. */
const DIFFERENT: readonly ((disk: ScriptDisk, survey: Survey) => void)[] = [
  ({ path }) => sh(`truncate -s +1M ${path}`),
  (disk, { partitions }) => {
    const { start, length } = partitions.find(({ id }) => id)!;
    const grown = disk.survey().disk;
    const at = start * grown.sectorBytes;
    sh(
      `dd if=/dev/urandom of=${disk.path} bs=4096 seek=$((${at} / 4096)) count=${Math.min(16, Math.floor((length * grown.sectorBytes) / 4096))} conv=notrunc 2>/dev/null; dd if=/dev/zero of=${disk.path} bs=${grown.sectorBytes} count=3 conv=notrunc 2>/dev/null`,
    );
  },
  (disk, { disk: { style, sectorBytes } }) => {
    const entry = style === 'gpt' ? 2 * sectorBytes + 32 : 446 + 8;
    sh(`printf '\\001\\002' | dd of=${disk.path} bs=1 seek=${entry} conv=notrunc 2>/dev/null`);
  },
];

function refused({ disk, scripts, survey }: Carried, dice: Dice) {
  dice.one(DIFFERENT)(disk, survey);
  const before = disk.digest();
  const { status, said } = disk.run(scripts[0]!);
  expect([status, said]).toEqual([3, expect.stringContaining('STOPPED')]);
  expect(disk.digest()).toBe(before);
  counted.refusals += 1;
}

(canAttach() ? describe : describe.skip)('procedures carried out by their scripts', () => {
  const seeds = Array.from({ length: MANY }, (_, i) => SEED + i);
  afterAll(() => {
    const figures = Object.entries(counted).map(([what, n]) => `${what} ${n}`);
    const told = [...kinds].map(([kind, n]) => `${kind} ${n}`);
    if (MANY > 20) process.stdout.write(`${figures.join(', ')}\n${told.join(', ')}\n`);
  });

  test.each(seeds)('of seed %i: step by step, killed, and refused', (seed) => {
    const story = Carried.ofSeed(new Dice(seed));
    if (!story) return;
    const { disk } = story;
    try {
      stepByStep(story);
      story.expectPlanned(shownAs);
      disk.reset();
      const dice = new Dice(seed + 1_000_000);
      killed(story, dice);
      story.expectPlanned(shownAs);
      disk.reset();
      refused(story, dice);
      counted.procedures += 1;
      counted.files += story.files.size * 3;
    } finally {
      disk.remove();
    }
  });
});
