import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { shownAs, type Layer } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { readJournal, standingOf } from '../standing/index.js';
import { Carried } from '../testing/carried.js';
import { sh } from '../testing/script-disk.js';
import { Dice } from '../testing/small-disks.js';
import { canStartMachine, LiveSession } from '../testing/virtual-machine.js';

/** Machines that are started and switched off again and again; none of them is part of the usual tests: `npm run soak -- procedures`. */
const MANY = Number(process.env['RHIZOTOME_MACHINES'] ?? 0);
const SEED = Number(process.env['RHIZOTOME_SEED'] ?? 1);
const LAYERS: readonly Layer[] = ['none', 'luks', 'lvm', 'luks-lvm'];
const PASSPHRASE = 'made-up words for a test';
const MOST_CUTS = 8;
const HOUR_MS = 3_600_000;

const counted = { procedures: 0, cuts: 0, kinds: new Map<string, number>() };

/** A stick with the scripts, and what a session does with them: each until it says that it is done. */
function stickOf(story: Carried, shell: string): string {
  const image = join(story.disk.folder, 'stick.img');
  sh(`truncate -s 32M ${image}; mkfs.ext4 -q ${image}`);
  const lines = story.scripts.map(
    ({ name }) =>
      `while :; do echo '${PASSPHRASE}'; done 2>/dev/null | ${shell} /mnt/stick/${name} --disk /dev/vda --yes || exit 1`,
  );
  onStick(image, (folder) => {
    for (const script of story.scripts) writeFileSync(join(folder, script.name), script.text);
    writeFileSync(join(folder, 'todo.sh'), [...lines, "echo 'all is done'", ''].join('\n'));
  });
  return image;
}

function onStick<T>(image: string, look: (folder: string) => T): T {
  const folder = sh(`d=$(mktemp -d); mount -o loop ${image} $d; echo $d`).trim();
  try {
    return look(folder);
  } finally {
    sh(`umount ${folder}; rmdir ${folder}`);
  }
}

/** Wherever the power was cut, the reading with the journal is the moment that it is, and nobody is sent on to the next step. */
function expectNotMisled({ disk, plan, survey }: Carried, stick: string) {
  const text = onStick(stick, (folder) =>
    sh(`cat $(ls -t ${folder}/*.journal | head -n 1) 2>/dev/null || true`),
  );
  const journal = readJournal(text);
  const reading = disk.survey();
  const told = standingOf({ plan, survey }, reading, journal);
  if (journal?.begun != null) expect(told.begun).toBe(stepsOf({ plan, survey })[journal.begun - 1]);
}

const stepsOf = (planned: Pick<Carried, 'plan' | 'survey'>) => {
  const { ordered } = procedureFor(planned);
  return ordered.ok ? ordered.steps : [];
};

(MANY > 0 && canStartMachine() ? describe : describe.skip)('procedures in a virtual machine', () => {
  let session: LiveSession;
  beforeAll(() => (session = new LiveSession()));
  afterAll(() => {
    session.remove();
    const kinds = [...counted.kinds].map(([kind, n]) => `${kind} ${n}`).join(', ');
    process.stdout.write(
      `machines: procedures ${counted.procedures}, power cuts ${counted.cuts}; steps: ${kinds}\n`,
    );
  });

  test.each(Array.from({ length: MANY }, (_, i) => SEED + i))(
    'of seed %i: whole, and with the plug pulled',
    async (seed) => {
      const dice = new Dice(seed);
      const story = Carried.ofSeed(dice, LAYERS);
      if (!story) return;
      try {
        for (const pulled of [false, true]) {
          story.disk.reset();
          const stick = stickOf(story, dice.one(['sh', 'bash']));
          let last = await session.start(
            story.disk.path,
            stick,
            pulled ? 2000 + dice.below(40_000) : undefined,
          );
          for (let cuts = 0; !last.ended; cuts++) {
            if (!pulled || cuts > MOST_CUTS + 3) throw new Error(last.said);
            counted.cuts += 1;
            expectNotMisled(story, stick);
            const patient = cuts >= MOST_CUTS;
            const killAfter = patient ? undefined : 2000 + dice.below(40_000 + 20_000 * cuts);
            last = await session.start(story.disk.path, stick, killAfter);
          }
          if (!last.said.includes('all is done')) throw new Error(last.said);
          story.expectPlanned(shownAs);
          counted.procedures += 1;
          process.stdout.write(`seed ${seed}: ${counted.procedures} done, ${counted.cuts} cuts\n`);
        }
        for (const { environment, kind } of stepsOf(story))
          if (environment.kind === 'live') counted.kinds.set(kind, (counted.kinds.get(kind) ?? 0) + 1);
      } finally {
        story.disk.remove();
      }
    },
    HOUR_MS,
  );
});
