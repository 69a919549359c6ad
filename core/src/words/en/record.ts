import { count } from './format.js';

/** What is wrong with a machine as it is stored, and what of a saved one was left out. */
export const record = {
  'record.plan-unreadable': () => 'The plan cannot be read.',
  'record.plan-faulty': ({ path }: { path: string }) => `The plan does not hold together at ${path}.`,
  'record.reading-unreadable': ({ id }: { id: string }) => `The reading ${id} cannot be read.`,
  'record.reading-missing': ({ id }: { id: string }) =>
    `The reading ${id}, which the plan is based on, is missing.`,
  'record.alternative-unreadable': ({ name }: { name: string }) =>
    `The alternative “${name}” cannot be read.`,
  'record.alternative-faulty': ({ name, path }: { name: string; path: string }) =>
    `The alternative “${name}” does not hold together at ${path}.`,
  'record.edit-unreadable': ({ revision }: { revision: number }) => `Change ${revision} cannot be read.`,
  'record.edit-missing': ({ revision }: { revision: number }) => `Change ${revision} is missing.`,
  'record.chain-broken': ({ revision }: { revision: number }) =>
    `The history is not the one that was written: the digest of change ${revision} does not follow from it.`,
  'record.edit-refused': ({ revision }: { revision: number }) =>
    `Change ${revision} cannot be made on the plan before it.`,
  'archive.history-left': ({ count: n }: { count: number }) =>
    `Its history (${count(n, 'change')}) does not lead to its plan, so it was left out: nothing before now can be undone.`,
  'archive.alternative-left': ({ name }: { name: string }) =>
    `The alternative “${name}” does not hold together, so it was left out.`,
  'record.plan-differs': () => 'The plan is not what its changes lead to.',
};
