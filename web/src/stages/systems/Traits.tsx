import { Checkbox } from '@mantine/core';
import { canBeTried, choosesPartMaker, type System } from '@rhizotome/core';
import { words } from '../../words/words.js';
import classes from './SystemsStage.module.css';
import type { ChangeSystem } from './SystemSheet.js';

const TRAITS: readonly (readonly [
  keyof System & ('needsUefi' | 'signed' | 'kernelsOnEfi' | 'needsBoot' | 'ownSetup' | 'hibernates'),
  string,
])[] = [
  ['needsUefi', words['systems.needs-uefi']()],
  ['signed', words['systems.signed-secure-boot']()],
  ['ownSetup', words['systems.its-setup-creates-its']()],
  ['needsBoot', words['systems.needs-its-own-boot']()],
  ['kernelsOnEfi', words['systems.keeps-kernels-efi-partition']()],
  ['hibernates', words['systems.hibernates-or-uses-fast']()],
];

/** What it needs and does, each a yes or no. */
export function Traits({ system, change }: { system: System; change: ChangeSystem }) {
  return (
    <div className={classes.traits}>
      {TRAITS.filter(([key]) => !system.menu || key === 'signed').map(([key, label]) => (
        <Trait key={key} label={label} checked={system[key]} set={(on) => change({ [key]: on })} />
      ))}
      {system.hibernates && (
        <Trait
          label={words['systems.hibernation-off'](system.family === 'windows')}
          checked={system.hibernation === 'off'}
          set={(off) => change({ hibernation: off ? 'off' : null })}
        />
      )}
      {!system.menu && (
        <Trait
          label={words['systems.reads-machines-clock-as']()}
          checked={system.clock === 'local'}
          set={(local) => change({ clock: local ? 'local' : 'utc' })}
        />
      )}
      {choosesPartMaker(system) && (
        <Trait
          label={words['systems.medium-installs']()}
          checked={!canBeTried(system)}
          set={(installs) => change({ medium: installs ? 'installs' : 'live' })}
        />
      )}
    </div>
  );
}

interface TraitProps {
  readonly label: string;
  readonly checked: boolean;
  readonly set: (checked: boolean) => void;
}

const Trait = ({ label, checked, set }: TraitProps) => (
  <Checkbox size="xs" label={label} checked={checked} onChange={(e) => set(e.currentTarget.checked)} />
);
