import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { inEnglish, readDocument, type Plan, type Survey, type SurveyIdentity } from '@rhizotome/core';

/** The machines of Skarvness, a made-up marine field station, in the order of the bench: one file of notation each. */
export const DEMO_NAMES = [
  'petrel',
  'dunlin',
  'turnstone',
  'curlew',
  'sanderling',
  'fulmar',
  'knot',
] as const;
export type DemoName = (typeof DEMO_NAMES)[number];

/** Put on the bench without its disk: so the first thing that a visitor does is to read a real one. */
const UNREAD: readonly DemoName[] = ['petrel'];

export interface DemoMachine {
  readonly name: string;
  readonly story: string;
  readonly plan: Plan;
  readonly survey: Survey | null;
}

/** The file of a demo machine, which the command takes too. */
export function demoFile(name: DemoName): string {
  return fileURLToPath(new URL(`../machines/${name}.rhizotome`, import.meta.url));
}

/** A demo machine as it stands in its file, its survey under the given identity. @throws Error where the file is not in order */
export function demoMachine(name: DemoName, identity: SurveyIdentity): DemoMachine {
  const outcome = readDocument(readFileSync(demoFile(name), 'utf8'), identity);
  if (!outcome.ok)
    throw new Error(`${name}:${outcome.problem.line ?? 1}: ${inEnglish(outcome.problem.says)}`);
  const { story, survey, plan } = outcome.value;
  if (!plan) throw new Error(`${name}: the file tells of no plan`);
  return { name, story, plan, survey };
}

/** The same as it is put on the bench. */
export function benchMachine(name: DemoName, identity: SurveyIdentity): DemoMachine {
  const machine = demoMachine(name, identity);
  if (!UNREAD.includes(name)) return machine;
  const { plan } = machine;
  const coming = plan.systems.filter((s) => s.origin === 'new');
  return {
    ...machine,
    survey: null,
    plan: { ...plan, surveyId: null, systems: coming, found: {}, partitions: [] },
  };
}
