import { count } from '@rhizotome/core';

const changes = (n: number) => count(n, 'change');

/** Whether the server has what was done, why not, and what to do. */
export const sync = {
  'sync.saved': () => 'saved',
  'sync.saving': () => 'saving…',
  'sync.gone': (n: number) => `The server does not answer. ${changes(n)} not saved yet`,
  'sync.busy': (n: number) => `The server is busy. ${changes(n)} not saved yet`,
  'sync.token': (n: number) => `The server asks for its token. ${changes(n)} not saved yet`,
  'sync.deleted': (n: number) => `This machine was deleted elsewhere. ${changes(n)} not saved`,
  'sync.full': (n: number) => `The server’s disk is full. ${changes(n)} not saved yet`,
  'sync.failed': (n: number) => `The server could not save this. ${changes(n)} not saved yet`,
  'sync.kept-browser': () => 'kept in this browser',
  'sync.kept-window': () => 'held in this window only: leave it open',
  'aside.others': () => 'This plan was changed in another window. Your changes were applied again on top.',
  'aside.server': () => 'The server did not accept a change.',
  'aside.list': () => 'These changes no longer fit and were set aside:',
  'aside.reading': () => 'A reading of the disk',
  'refused.failed': (fault: string) =>
    `The app made a mistake (${fault}). Nothing was changed. Save this machine as text, and tell us what you did.`,
  'open.no-such': () => 'There is no such machine',
  'open.failed': () => 'The machine could not be opened',
  'open.gone': () => 'The server does not answer. Is it still running?',
};
