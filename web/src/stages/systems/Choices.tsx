import { NativeSelect } from '@mantine/core';
import {
  choosesPartMaker,
  kindEdit,
  kindOfSystem,
  kindsFor,
  partMakerCosts,
  SWAP_CHOICES,
  type Survey,
  type System,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { text } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './SystemsStage.module.css';

/** What kind it is, where it swaps, and who makes its partitions. */
export function Choices({ system }: { system: System }) {
  const { survey } = useOpenState();
  return (
    <div className={classes.choices}>
      <Kind system={system} />
      {system.family === 'linux' && <SwapChoice system={system} />}
      {survey && choosesPartMaker(system) && <PartsChoice system={system} survey={survey} />}
    </div>
  );
}

/** Which kind of its family it is, as far as its needs are those of one. */
function Kind({ system }: { system: System }) {
  const { attempt } = useEdit();
  const kind = kindOfSystem(system)?.id;
  const kinds = kindsFor(system).map(({ id, title }) => ({ value: id, label: text(title) }));
  const own = { value: '', label: words['systems.own-needs']() };
  return (
    <NativeSelect
      size="xs"
      label={words['systems.kind']()}
      value={kind ?? ''}
      data={kind ? kinds : [own, ...kinds]}
      onChange={(e) => e.currentTarget.value && attempt(kindEdit(system, e.currentTarget.value))}
    />
  );
}

/** Where a Linux swaps if not on a partition: told once, no partition is advised any more. */
function SwapChoice({ system }: { system: System }) {
  const { attempt } = useEdit();
  const choose = (value: string) => {
    const swap = SWAP_CHOICES.find((choice) => choice === value) ?? null;
    attempt({ kind: 'change-system', system: system.id, changes: { swap } });
  };
  return (
    <NativeSelect
      size="xs"
      label={words['systems.swap']()}
      value={system.swap ?? ''}
      data={(['', ...SWAP_CHOICES] as const).map((value) => ({
        value,
        label: words['systems.swap-choice'](value),
      }))}
      onChange={(e) => choose(e.currentTarget.value)}
    />
  );
}

/** Who makes the partitions that are its alone, and what either costs. */
function PartsChoice({ system, survey }: { system: System; survey: Survey }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const costs = partMakerCosts({ plan, survey }, system);
  const choose = (value: string) => {
    const parts = costs.find(({ maker }) => maker === value)?.maker ?? null;
    attempt({ kind: 'change-system', system: system.id, changes: { parts } });
  };
  return (
    <NativeSelect
      size="xs"
      label={words['systems.parts']()}
      value={system.parts ?? ''}
      data={[
        { value: '', label: words['systems.parts-open']() },
        ...costs.map(({ maker, restarts }) => ({
          value: maker,
          label: words['systems.parts-maker'](maker, restarts),
        })),
      ]}
      onChange={(e) => choose(e.currentTarget.value)}
    />
  );
}
