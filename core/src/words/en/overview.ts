import { count, day } from './format.js';

/** Where a machine stands, and the next thing to do. */
export const overview = {
  'disk.not-read': () => 'disk not read yet',
  'disk.line': ({ facts }: { facts: readonly string[] }) => facts.join(' · '),
  'disk.no-table': () => 'no table',
  'next.read-disk': () => 'Read the disk',
  'next.done': () => 'Done',
  'next.after': ({ checks }: { checks: number }) => `Check ${count(checks, 'thing')} afterwards`,
  'next.after-due': ({ due }: { due: string }) => `Start each system again after ${day(due)}`,
  'next.step': ({ step, of }: { step: number; of: number }) => `Step ${step} of ${of}`,
  'next.machine': () => 'Enter the facts about the machine',
  'next.used': () => 'Enter how much space is used',
  'next.add-system': () => 'Add a system',
  'next.choose-systems': () => 'Choose which systems to add or remove',
  'next.blockers': ({ blockers }: { blockers: number }) => `Solve ${count(blockers, 'blocker')}`,
  'next.runbook': () => 'Runbook ready',
  'next.layout': () => 'Plan the layout',
};
