import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import {
  english,
  readDocument,
  runbookFor,
  runbookMarkdown,
  STEP_KINDS,
  type Planned,
} from '@rhizotome/core';
import { DEMO_NAMES } from './index.js';
import { proposed } from './testing/proposed.js';

/**
 * The whole procedure of machines and of other stories, as it is read on the day. A change of words or of order shows
 * here as a difference that is read before it is taken (what the words mean is the same for all, and left out): `PROCEDURES=write npx jest demo` writes the files again.
 */
const FOLDER = resolve(__dirname, '../procedures');
const PLANS = resolve(__dirname, '../../core/src/testing/plans');
const IDENTITY = { id: 'demo', takenAt: '2026-05-04T07:30:00.000Z' };
const STORIES = [
  'windows-moves-on-mbr',
  'windows-comes-and-shares',
  'setup-makes-the-efi-partition',
  'encrypted-windows-moves',
  'swap-in-a-volume-group',
  'container-at-sector-63',
  'hosted-in-luks',
  'kept-linux-loses-boot',
  'image-linux-with-subvolumes',
  'two-windows-in-bios',
  'placeholder-by-windows',
  'windows-over-windows',
  'windows-set-aside',
  'efi-replaced',
  'linux-goes-beside-windows',
  'hosted-beside-windows',
  'volumes-of-no-system-change',
  'logicals-move',
  'entry-of-another-type',
  'table-is-converted',
  'bsd-in-bios-mode',
  'kept-linux-gets-volumes',
  'active-mark-travels',
  'two-windows',
  'primary-becomes-logical',
  'first-logical',
  'kept-linux-loses-its-efi-partition',
  'secure-boot-on-again',
  'not-signed',
  'container-grows',
  'parts-trade-places',
  'recovery-moves',
  'var-of-its-own',
  'group-in-luks',
  'apfs-for-linux',
  'sleeper-shares-swap',
  'btrfs-shrinks',
  'group-changes-inside',
  'controller-shows-the-disk',
  'damaged-table',
  'logical-shrinks',
];

function story(name: string): Planned {
  const outcome = readDocument(readFileSync(join(PLANS, `${name}.rhizotome`), 'utf8'), IDENTITY);
  if (!outcome.ok) throw new Error(outcome.problem.says.code);
  const { plan, survey } = outcome.value;
  if (!plan || !survey) throw new Error(`${name} has no plan`);
  return { plan, survey };
}

/** All that a step says, with the messages that stand in it. */
function codesIn(said: unknown, found = new Set<string>()): ReadonlySet<string> {
  if (typeof said !== 'object' || said === null) return found;
  if ('code' in said && typeof said.code === 'string') found.add(said.code);
  for (const part of Object.values(said)) codesIn(part, found);
  return found;
}

const machines = DEMO_NAMES.map((name): [string, Planned] => [name, proposed(name, IDENTITY)]);

const all = [...machines, ...STORIES.map((name): [string, Planned] => [name, story(name)])];

test.each(all)('the procedure of %s is the one that was read', (name, planned) => {
  const file = join(FOLDER, `${basename(name)}.md`);
  const title = { machine: name, madeAt: IDENTITY.takenAt, point: null, blockers: [], hazards: [] };
  const whole = runbookMarkdown(english, runbookFor(planned), title);
  const terms = whole.indexOf(`## ${english['page.terms']()}`);
  const printed = `${whole.slice(0, terms).trimEnd()}\n`;
  expect(terms).toBeGreaterThan(0);
  if (process.env['PROCEDURES'] === 'write') writeFileSync(file, printed);
  expect(existsSync(file) ? readFileSync(file, 'utf8') : '').toBe(printed);
});

describe('the procedures together', () => {
  const books = all.map(([, planned]) => runbookFor(planned));
  const steps = books.flatMap(({ phases }) => phases.flatMap((phase) => phase.steps));

  test('have every kind of step', () => {
    const kinds = new Set(steps.map(({ step }) => step.kind));
    expect(STEP_KINDS.filter((kind) => !kinds.has(kind))).toEqual([]);
  });

  test('say every sentence of a step, of its guards and of its way back', () => {
    const said = codesIn([
      steps.map(({ says, typed }) => [says, typed.map((t) => t.says)]),
      books.map(({ back, phases }) => [back, phases.map(({ find, script }) => [find, script])]),
    ]);
    const codes = Object.keys(english).filter((code) => /^(?:step|shell|script|find|back)\./.test(code));
    expect(codes.length).toBeGreaterThan(60);
    expect(codes.filter((code) => !said.has(code))).toEqual([]);
  });
});
