import type { EntryFate } from '@rhizotome/core';

const AFTER: Readonly<Record<EntryFate, string>> = {
  stays: 'leads there still',
  emptied: 'leads nowhere: the partition is formatted',
  gone: 'leads nowhere: the partition is deleted',
  nowhere: 'leads nowhere already',
  elsewhere: 'not changed',
  device: 'not changed',
};

/** The boot entries of the firmware. */
export const entries = {
  'entries.title': () => 'Boot entries in the firmware now',
  'entries.not-read': () =>
    'Not read yet. A report from a Linux on this machine, installed or live, tells them (As found, Read again).',
  'entries.order': () => 'Order',
  'entries.name': () => 'Entry',
  'entries.leads-to': () => 'Leads to',
  'entries.after': () => 'After this plan',
  'entries.first': () => 'tried first',
  'entries.current': () => 'booted now',
  'entries.off': () => 'turned off',
  'entries.place': (fate: EntryFate) =>
    fate === 'device'
      ? 'a device or a program of the firmware'
      : fate === 'elsewhere'
        ? 'another disk'
        : 'nothing on this disk',
  'entries.fate': (fate: EntryFate) => AFTER[fate],
};
