import { Button, NativeSelect, SegmentedControl } from '@mantine/core';
import {
  becomeEdit,
  bytes,
  FAMILY_NAMES,
  originEdit,
  originIsOpen,
  removeSystemEdit,
  type Becoming,
  type Edit,
  type System,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../open/context.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { words } from '../../words/words.js';
import { Choices } from './Choices.js';
import { FitBar } from './FitBar.js';
import { GiveRoom } from './GiveRoom.js';
import { Hosted } from './Hosted.js';
import { NameInput } from './NameInput.js';
import classes from './SystemsStage.module.css';
import { Traits } from './Traits.js';

/** Whether the change was taken. */
export type ChangeSystem = (changes: Extract<Edit, { kind: 'change-system' }>['changes']) => boolean;

/** All that is said of one system, and can be. */
export function SystemSheet({ system }: { system: System }) {
  const { survey } = useOpenState();
  const { attempt } = useEdit();
  const change: ChangeSystem = (changes) => attempt({ kind: 'change-system', system: system.id, changes });
  return (
    <section className={classes.sheet} aria-label={system.name}>
      <Title system={system} change={change} />
      <div className={classes.body}>
        {survey && !system.menu && <FitBar system={system} survey={survey} />}
        {!system.menu && <Sizes system={system} />}
        <Traits system={system} change={change} />
        {!system.menu && <Choices system={system} />}
        {survey && !system.menu && <Hosted system={system} survey={survey} />}
        <NameInput
          label={words['systems.purpose']()}
          value={system.purpose}
          optional
          save={(purpose) => change({ purpose })}
        />
      </div>
    </section>
  );
}

function Title({ system, change }: { system: System; change: ChangeSystem }) {
  const { plan, survey } = useOpenState();
  const { attempt } = useEdit();
  return (
    <div className={classes.name}>
      <OwnerSwatch owners={[system.id]} />
      <NameInput label={words['systems.name']()} value={system.name} save={(name) => change({ name })} />
      <Origin system={system} />
      {!system.menu && system.name !== FAMILY_NAMES[system.family] && (
        <span className="soft">{FAMILY_NAMES[system.family]}</span>
      )}
      <Becomes system={system} />
      {survey && !system.menu && <GiveRoom system={system} survey={survey} />}
      <Button
        size="compact-sm"
        variant="subtle"
        color="loam"
        onClick={() => attempt(removeSystemEdit(plan, system))}
      >
        {system.origin === 'found' ? words['systems.not-disk']() : words['common.remove']()}
      </Button>
    </div>
  );
}

const SIZES = [
  ['leastBytes', () => words['systems.minimum']()],
  ['comfortableBytes', () => words['systems.comfortable']()],
  ['generousBytes', () => words['systems.generous']()],
] as const;

function Sizes({ system }: { system: System }) {
  const { survey } = useOpenState();
  const { tryEdit } = useEdit();
  const context = { disk: bytes(survey ? survey.disk.sizeSectors * survey.disk.sectorBytes : 0) };
  return (
    <div className={classes.sizes}>
      {SIZES.map(([key, label]) => (
        <SizeInput
          key={key}
          label={label()}
          context={context}
          value={system[key]}
          onSize={(size) => tryEdit({ kind: 'change-system', system: system.id, changes: { [key]: size } })}
        />
      ))}
    </div>
  );
}

/** Whether it is on the disk already: to be said where no reading says it. */
function Origin({ system }: { system: System }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  if (!originIsOpen(plan, system))
    return <span className={classes.origin}>{words['systems.origin'](system.origin)}</span>;
  return (
    <NativeSelect
      size="xs"
      aria-label={words['systems.where'](system.name)}
      value={system.origin}
      data={(['new', 'found'] as const).map((value) => ({ value, label: words['systems.origin'](value) }))}
      onChange={(e) => attempt(originEdit(system, e.currentTarget.value === 'found' ? 'found' : 'new'))}
    />
  );
}

/** What becomes of a system that is on the disk: it stays, goes, or is installed again. */
function Becomes({ system }: { system: System }) {
  const { plan, survey } = useOpenState();
  const { attempt } = useEdit();
  if (system.origin !== 'found' || !survey) return <span style={{ marginLeft: 'auto' }} />;
  return (
    <SegmentedControl<Becoming>
      size="xs"
      ml="auto"
      aria-label={words['systems.what-do-with'](system.name)}
      value={system.change ?? 'stays'}
      data={[
        { value: 'stays', label: words['systems.becomes']('stays') },
        { value: 'reinstall', label: words['systems.becomes']('reinstall') },
        { value: 'retire', label: words['systems.becomes']('retire') },
      ]}
      onChange={(value) => attempt(becomeEdit({ plan, survey }, system, value))}
    />
  );
}
