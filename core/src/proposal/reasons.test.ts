import { bytes, GIB, sectors } from '../quantity/index.js';
import { drawn, newSystem, planOn } from '../testing/builders.js';
import { inEnglish } from '../words/index.js';
import { candidatesFor, type Candidate } from './candidates.js';
import { proofOf, reasonsOf } from './reasons.js';
import { situationOf } from './situation.js';

const survey = drawn(500, ['1GiB efi', '100GiB windows "Main"', '50GiB ext4 "Data"']);
const linux = newSystem('linux-desktop', 'Tern', 'tern');
const planned = { plan: planOn(survey, { kind: 'add-system', system: linux }), survey };
const [, main, data] = planned.plan.partitions;

/** One that was worked out, with what tells it from others taken away. */
const found = candidatesFor(situationOf(planned)!).candidates[0]!;
const tern = found.figures.systems.find((s) => s.id === 'tern')!;
const plain: Candidate = {
  ...found,
  figures: { ...found.figures, exposures: 0, restarts: 2, moved: { least: 0, most: 0 } },
  given: 1,
  near: null,
  loader: undefined,
  made: [],
  shrunk: [],
  moved: [],
};
const said = (candidate: Candidate) => reasonsOf(candidate, planned).map((says) => inEnglish(says));
const figures = (more: Partial<Candidate['figures']>) => ({ figures: { ...plain.figures, ...more } });
const gib = (n: number) => bytes(n * GIB);

test.each<[string, Partial<Candidate>, string[]]>([
  ['what changes nothing else', {}, ['moves no partition', 'uses free space only', '2 restarts']],
  [
    'a volume that gives room is not free space only',
    { shrunk: [{ ...main!, length: sectors((60 * GIB) / 512) }] },
    ['moves no partition', '“Main” keeps 60 GiB', '2 restarts'],
  ],
  [
    'nor is one that moves',
    { moved: [data!], ...figures({ moved: { least: 0, most: 50 * GIB } }) },
    ['moves “Data”, 50 GiB', '2 restarts'],
  ],
  [
    'a power cut that could cost data is counted',
    figures({ exposures: 1, restarts: 1 }),
    ['moves no partition', 'uses free space only', 'in 1 step a power cut could cost data', '1 restart'],
  ],
  [
    'a root says how it fits',
    {
      made: [{ role: 'root', owners: [linux], bytes: gib(40) }],
      ...figures({ systems: [{ ...tern, room: { ...tern.room, fit: 'comfortable' } }] }),
    },
    ['moves no partition', 'uses free space only', 'Tern has 40 GiB, comfortable', '2 restarts'],
  ],
  [
    'what comes with it is named by what it is for',
    { made: [{ role: 'swap', owners: [linux], bytes: gib(8) }] },
    ['moves no partition', 'uses free space only', 'swap 8 GiB', '2 restarts'],
  ],
  [
    'and whose it is, where there are two',
    {
      made: [
        { role: 'swap', owners: [linux], bytes: gib(8) },
        { role: 'swap', owners: [linux], bytes: gib(4) },
      ],
    },
    ['moves no partition', 'uses free space only', 'swap of Tern 8 GiB', 'swap of Tern 4 GiB', '2 restarts'],
  ],
  [
    'room for a setup stays free',
    {
      made: [{ role: null, owners: [linux], bytes: gib(1) }],
      ...figures({ systems: [{ ...tern, room: { ...tern.room, systemBytes: gib(64) } }] }),
    },
    ['moves no partition', 'uses free space only', '64 GiB stay free for the setup of Tern', '2 restarts'],
  ],
])('%s', (_, more, words) => expect(said({ ...plain, ...more })).toEqual(words));

test('an EFI system partition is spoken of where it is another than the usual', () => {
  const { loader } = found;
  expect(loader).toBeDefined();
  const told = (fresh: (typeof linux)[] | null) =>
    said({ ...plain, loader: { ...loader!, fresh } }).filter((words) =>
      words.startsWith('EFI system partition'),
    );
  expect([told([linux]).length, told(null).length]).toEqual([0, 1]);
});

test.each<[string, Partial<Candidate>, boolean, string]>([
  ['nothing moves, all is given', {}, true, 'proof.nothing'],
  ['nothing moves, though not all orders were weighed', {}, false, 'proof.nothing'],
  ['something moves, all is given', { moved: [data!] }, true, 'proof.least'],
  ['not all is given', { given: 0.5 }, true, 'proof.most'],
  ['not all is given, and something moves', { given: 0.5, moved: [data!] }, true, 'proof.most'],
  ['not all orders were weighed', { moved: [data!] }, false, 'proof.not-all'],
  ['not all was given of those that were weighed', { given: 0.5 }, false, 'proof.not-all'],
])('certain of the first: %s', (_, more, exhaustive, code) =>
  expect(proofOf({ ...plain, ...more }, { candidates: [], weighed: 7, exhaustive }).code).toBe(code),
);
