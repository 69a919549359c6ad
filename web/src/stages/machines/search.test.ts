import type { MachineRow } from '@rhizotome/core';
import { machinesWith } from './search.js';

const row = (name: string, story = ''): MachineRow => ({
  id: name,
  name,
  story,
  createdAt: '',
  overview: null,
  damage: null,
});
const machines = [row('Petrel', 'laptop on the desk'), row('Fulmar', 'the old desk machine'), row('Gannet')];

test.each([
  ['', ['Petrel', 'Fulmar', 'Gannet']],
  ['  ', ['Petrel', 'Fulmar', 'Gannet']],
  ['DESK', ['Petrel', 'Fulmar']],
  ['desk old', ['Fulmar']],
  ['gann', ['Gannet']],
  ['desk gannet', []],
])('“%s” finds %j', (text, names) =>
  expect(machinesWith(machines, text).map((machine) => machine.name)).toEqual(names),
);
