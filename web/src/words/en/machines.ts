import { count } from '@rhizotome/core';

/** The list of machines. */
export const machines = {
  'machines.search': () => 'Search machines',
  'machines.none-found': (text: string) =>
    `No machine has “${text}” in its name, its description or its disk.`,
  'machines.more': (count: number) => `Show ${count} more`,
  'machines.server-does-not-answer': () => 'The server does not answer. Is it still running?',
  'machines.plan-how-divide-one': () =>
    'Plan how to divide one disk among several operating systems before you install them. This program changes no disk.',
  'machines.machines': () => 'Machines',
  'machines.loading-machines': () => 'Loading machines…',
  'machines.was-deleted': (name: string) => `“${name}” was deleted.`,
  'machines.name-new-machine': () => 'Name of the new machine',
  'machines.name-machine': () => 'Name of a machine',
  'machines.add-machine': () => 'Add machine',
  'machines.blockers': (n: number) => count(n, 'blocker'),
  'machines.hazards': (n: number) => count(n, 'hazard'),
  'machines.cautions': (n: number) => count(n, 'caution'),
  'machines.damaged': () => 'cannot be read',
  'machines.recipe': () => 'One recipe for many machines',
  'machines.more-for': (name: string) => `More for ${name}`,
  'machines.there-no-machines-yet': () => 'There are no machines yet',
  'machines.add-machine-or-load': () =>
    'Add a machine, or load the seven example machines of the field station Skarvness.',
  'machines.load-example-machines': () => 'Load the example machines',
};
