import { reinstallEdit, retireEdit } from '../../compose/index.js';
import type { Edit } from '../../edits/index.js';
import { GIB } from '../../quantity/index.js';
import { drawn, gib } from '../builders.js';
import {
  add,
  change,
  joined,
  make,
  mode,
  on,
  set,
  then,
  windows,
  type Case,
  type Cases,
} from './builders.js';

const pair = on(drawn(500, ['1GiB efi', '200GiB windows', '60GiB root', '80GiB home', '8GiB swap']));
const biosPair = then(
  on(drawn(500, ['200GiB windows', '60GiB root', '20GiB home', '4GiB swap'], { style: 'mbr' })),
  set({ firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' }),
  mode('bios'),
);
const linux = (c: Case) => c.plan.systems.find((s) => s.family === 'linux')!;
const reinstalled = (c: Case) => then(c, reinstallEdit(c.plan, linux(c)));
const loader = (place: Extract<Edit, { kind: 'set-loader' }>['loader']): Edit => ({
  kind: 'set-loader',
  system: 'found-linux',
  loader: place,
});
const locked = make(joined, 'root', 40_960, { layer: 'luks' });
const hosted = (partition: string, gibibytes: number): Edit => ({
  kind: 'change-system',
  system: 'system-1',
  changes: { host: { partition, bytes: gibibytes * GIB } },
});
const awake = then(windows, add('linux-small'), {
  kind: 'change-system',
  system: 'found-windows',
  changes: { hibernates: false },
});
const noted = (found: string, changes: Extract<Edit, { kind: 'note-found' }>['changes']): Edit => ({
  kind: 'note-found',
  found,
  changes,
});
const three = on(
  drawn(500, ['1GiB efi', '200GiB windows', '60GiB root', '20GiB home'], { style: 'mbr' }),
  add('linux-desktop'),
  set({ firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' }),
  mode('bios'),
);
const retired = then(pair, retireEdit(pair.plan, linux(pair)));

/** Rules about systems, how they start and what they leave behind. */
export const SYSTEM_CASES: Cases = {
  'start-target': [
    then(pair, loader({ by: null, place: { kind: 'disk' } })),
    then(pair, loader({ by: null, place: { kind: 'efi', partition: 'found-1' } })),
  ],
  'start-lost': [
    then(pair, { kind: 'remove', partition: 'found-1' }),
    then(
      pair,
      { kind: 'remove', partition: 'found-1' },
      { kind: 'remove', partition: 'found-2' },
      { kind: 'remove', partition: 'found-3' },
    ),
  ],
  'chooser-goes': [then(biosPair, retireEdit(biosPair.plan, linux(biosPair))), biosPair],
  'one-loader': [three, biosPair],
  'encrypted-root': [locked, make(locked, 'boot', 1024)],
  'swap-in-the-clear': [make(locked, 'swap', 4096), make(locked, 'swap', 4096, { layer: 'luks' })],
  'root-kept': [
    then(pair, { kind: 'change-system', system: 'found-linux', changes: { change: 'reinstall' } }),
    reinstalled(pair),
  ],
  'home-unmounted': [
    then(reinstalled(pair), change('found-4', { mountPoint: '' })),
    then(reinstalled(pair), change('found-4', { mountPoint: '/home' })),
  ],
  'host-full': [then(awake, hosted('found-3', 300)), then(awake, hosted('found-3', 30))],
  'host-gone': [
    then(awake, hosted('found-3', 30), { kind: 'remove', partition: 'found-3' }),
    then(awake, hosted('found-3', 30)),
  ],
  'host-locked': [
    then(awake, hosted('found-3', 30), noted('found-3', { encrypted: 'yes' })),
    then(awake, hosted('found-3', 30)),
  ],
  'host-kind': [then(awake, hosted('found-2', 1)), then(awake, hosted('found-3', 30))],
  'host-sleeps': [
    then(windows, add('linux-small'), hosted('found-3', 30)),
    then(awake, hosted('found-3', 30)),
  ],
  'swap-remade': [then(pair, { kind: 'resize', partition: 'found-5', length: gib(16), hold: 'start' }), pair],
  'retired-room': [
    retired,
    then(retired, { kind: 'resize', partition: 'found-2', length: gib(498), hold: 'start' }),
  ],
};
