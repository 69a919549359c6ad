import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import {
  apply,
  english,
  isHomeless,
  proposeParts,
  readDocument,
  reinstallEdit,
  runbookFor,
  runbookMarkdown,
  systemFrom,
  type Planned,
} from '@rhizotome/core';
import { DEMO_NAMES, demoMachine, type DemoName } from './index.js';

/**
 * The whole procedure of machines and of other stories, as it is read on the day. A change of words or of order shows
 * here as a difference that is read before it is taken: `PROCEDURES=write npx jest demo` writes the files again.
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
];

function story(name: string): Planned {
  const outcome = readDocument(readFileSync(join(PLANS, `${name}.rhizotome`), 'utf8'), IDENTITY);
  if (!outcome.ok) throw new Error(outcome.problem.message);
  const { plan, survey } = outcome.value;
  if (!plan || !survey) throw new Error(`${name} has no plan`);
  return { plan, survey };
}

/** What is to come to the machine of which the file tells only what is there. */
const SOUND_ANALYSIS = systemFrom('linux-development', {
  id: 'system-1',
  name: 'Sound Linux',
  origin: 'new',
});

/** A machine with the first proposal taken up for every system that has no place yet; one whose setup takes free room comes last. */
function proposed(name: DemoName): Planned {
  const { plan, survey } = demoMachine(name, IDENTITY);
  if (!survey) throw new Error(`${name} was not read`);
  const systems = name === 'petrel' ? [...plan.systems, SOUND_ANALYSIS] : plan.systems;
  const own = { ...plan, surveyId: survey.id, systems };
  const again = name === 'knot' ? apply(own, reinstallEdit(own, systems[0]!), () => survey) : undefined;
  const begun: Planned = { plan: again?.ok ? again.plan : own, survey };
  const waiting = [...systems].sort((a, b) => Number(a.ownSetup) - Number(b.ownSetup));
  return waiting.reduce((planned, system) => {
    if (!isHomeless(planned.plan, system)) return planned;
    const proposal = proposeParts(planned, system);
    const result = proposal.ok ? apply(planned.plan, proposal.edit, () => survey) : undefined;
    return result?.ok ? { plan: result.plan, survey } : planned;
  }, begun);
}

const machines = DEMO_NAMES.map((name): [string, Planned] => [name, proposed(name)]);

test.each([...machines, ...STORIES.map((name): [string, Planned] => [name, story(name)])])(
  'the procedure of %s is the one that was read',
  (name, planned) => {
    const file = join(FOLDER, `${basename(name)}.md`);
    const title = { machine: name, madeAt: IDENTITY.takenAt, blockers: [], hazards: [] };
    const printed = runbookMarkdown(english, runbookFor(planned), title);
    if (process.env['PROCEDURES'] === 'write') writeFileSync(file, printed);
    expect(existsSync(file) ? readFileSync(file, 'utf8') : '').toBe(printed);
  },
);
