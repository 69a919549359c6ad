import {
  apply,
  isHomeless,
  proposalsFor,
  reinstallEdit,
  systemFrom,
  type Planned,
  type SurveyIdentity,
} from '@rhizotome/core';
import { demoMachine, type DemoName } from '../index.js';

/** What is to come to the machine of which the file tells only what is there. */
const SOUND_ANALYSIS = systemFrom('linux-development', {
  id: 'system-1',
  name: 'Sound Linux',
  origin: 'new',
});

/** A machine with the first proposal taken up for the systems that have no place yet. */
export function proposed(name: DemoName, identity: SurveyIdentity): Planned {
  const { plan, survey } = demoMachine(name, identity);
  if (!survey) throw new Error(`${name} was not read`);
  const systems = name === 'petrel' ? [...plan.systems, SOUND_ANALYSIS] : plan.systems;
  const own = { ...plan, surveyId: survey.id, systems };
  const again = name === 'knot' ? apply(own, reinstallEdit(own, systems[0]!), () => survey) : undefined;
  const begun: Planned = { plan: again?.ok ? again.plan : own, survey };
  if (!begun.plan.systems.some((system) => isHomeless(begun.plan, system))) return begun;
  const [first] = proposalsFor(begun)?.proposals ?? [];
  return first ? { plan: first.after, survey } : begun;
}
