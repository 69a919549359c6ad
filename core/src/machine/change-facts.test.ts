import { changeFacts, UNKNOWN_MACHINE, type Machine } from './index.js';

const TOLD = { by: 'windows', at: '2026-05-04T07:30:00.000Z' } as const;
const told: Machine = {
  ...UNKNOWN_MACHINE,
  ramBytes: 16,
  tpm: 'yes',
  bootEntries: { entries: [], order: [1] },
  told: { ramBytes: TOLD, tpm: TOLD, bootEntries: TOLD },
};

test.each([
  ['entered by hand, a fact is told by nobody', { ramBytes: 32 }, { tpm: TOLD, bootEntries: TOLD }],
  ['told again, it is told by who is given', { ramBytes: 32, told: { ramBytes: TOLD } }, { ramBytes: TOLD }],
  ['other facts stay told', { medium: 'hdd' as const }, told.told],
  ['entries are taken away with who told them', { bootEntries: null }, { ramBytes: TOLD, tpm: TOLD }],
  ['nobody told anything', { told: null }, undefined],
])('%s; and back again', (_, changes, expected) => {
  const { machine, before } = changeFacts(told, changes);
  expect(machine.told).toEqual(expected);
  expect(machine.bootEntries).toEqual('bootEntries' in changes ? undefined : told.bootEntries);
  expect(changeFacts(machine, before).machine).toEqual(told);
});

test('what nobody told is no object', () => {
  const { machine, before } = changeFacts(UNKNOWN_MACHINE, { ramBytes: 4, told: { ramBytes: TOLD } });
  expect(machine).toEqual({ ...UNKNOWN_MACHINE, ramBytes: 4, told: { ramBytes: TOLD } });
  expect(changeFacts(machine, before).machine).toEqual(UNKNOWN_MACHINE);
});
