import { count } from '@rhizotome/core';

const changes = (n: number) => count(n, 'change');

/** Whether the server has what was done, why not, and what to do. */
export const sync = {
  'sync.saved': () => 'saved',
  'sync.saving': () => 'saving…',
  'sync.gone': (n: number) => `The server does not answer. ${changes(n)} not saved yet`,
  'sync.busy': (n: number) => `The server is busy. ${changes(n)} not saved yet`,
  'sync.token': (n: number) => `The server asks for its token. ${changes(n)} not saved yet`,
  'sync.behind': () => 'Not saved: the server’s data is older',
  'sync.version': (n: number) =>
    `The server is of another version than this page: reload it. ${changes(n)} not saved yet`,
  'sync.deleted': (n: number) =>
    n === 0
      ? 'This machine was deleted elsewhere'
      : `This machine was deleted elsewhere. ${changes(n)} not saved`,
  'sync.alone': (since: string) => `The server has not answered since ${since}: this plan may be out of date`,
  'overruled.says': (change: string) =>
    `Another screen changed the same meanwhile (${change}). Your change was made after it and counts.`,
  'overruled.take': () => 'Take theirs instead',
  'overruled.leave': () => 'Keep mine',
  'others.open': (n: number, stages: string) =>
    `Also open ${n === 1 ? 'on another screen' : `on ${n} other screens`}: ${stages}`,
  'others.step': (step: number) => `Step ${step} was ticked on another screen`,
  'sync.full': (n: number) => `The server’s disk is full. ${changes(n)} not saved yet`,
  'sync.failed': (n: number) => `The server could not save this. ${changes(n)} not saved yet`,
  'sync.kept-browser': () => 'kept in this browser',
  'sync.kept-window': () => 'held in this window only: leave it open',
  'aside.others': () => 'This plan was changed in another window. Your changes were applied again on top.',
  'aside.server': () => 'The server did not accept a change.',
  'aside.list': () => 'These changes no longer fit and were set aside:',
  'back.title': () => 'The server’s data is older than what this browser has seen.',
  'back.lost': (n: number) =>
    `${changes(n)} made here ${n === 1 ? 'is' : 'are'} not in it: a backup was put in its place, or the disk lost its latest writes. Nothing is saved until you choose.`,
  'back.others': () =>
    'A backup was put in its place, or the disk lost its latest writes. Nothing made in this browser is missing; changes made elsewhere may be.',
  'back.again': (n: number) => (n === 1 ? 'Make it again' : 'Make them again'),
  'back.leave': (n: number) => (n === 1 ? 'Leave it out' : 'Leave them out'),
  'back.ok': () => 'Use the server’s plan',
  'torn.plan': (n: number, from: number) =>
    n === 0
      ? 'The stored plan of this machine was damaged. It was made again from its history; nothing is missing.'
      : `The stored plan of this machine was damaged. It is shown as it was before change ${from}; ${changes(n)} after that could not be read and ${n === 1 ? 'was' : 'were'} put aside in the data file.`,
  'torn.edit': (revision: number) =>
    `Change ${revision} in the history is damaged. The plan is whole, but nothing up to that change can be undone.`,
  'aside.reading': () => 'A reading of the disk',
  'refused.failed': (fault: string) =>
    `The app made a mistake (${fault}). Nothing was changed. Save this machine as text, and tell us what you did.`,
  'open.no-such': () => 'There is no such machine',
  'open.failed': () => 'The machine could not be opened',
  'open.gone': () => 'The server does not answer. Is it still running?',
};
