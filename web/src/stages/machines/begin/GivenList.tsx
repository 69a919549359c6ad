import { Button, Loader, NativeSelect, TextInput } from '@mantine/core';
import { formatBoth, nextStageOf, SYSTEM_PROFILES, type Beginning } from '@rhizotome/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { newId } from '../../../parts/new-id.js';
import { Told } from '../../../reporting/Told.js';
import { text } from '../../../words/say.js';
import { words } from '../../../words/words.js';
import classes from './Begin.module.css';
import type { Given, GivenThings } from './useGiven.js';

/** What was pasted or dropped: what each would begin, before it is added. */
export function GivenList({ given }: { given: GivenThings }) {
  return (
    <ul className={classes.list}>
      {given.list.map((thing) => (
        <li key={thing.id} className={classes.thing}>
          <Thing thing={thing} given={given} />
        </li>
      ))}
    </ul>
  );
}

interface ThingProps {
  readonly thing: Given;
  readonly given: GivenThings;
}

function Thing({ thing, given }: ThingProps) {
  const { state, label } = thing;
  if (state.kind === 'begins')
    return <Begins key={state.beginning.survey?.id} thing={thing} state={state} given={given} />;
  return (
    <div className={classes.line}>
      {state.kind === 'reading' && (
        <span role="status" className={classes.line}>
          <Loader size="xs" /> {words['begin.reading'](label)}
        </span>
      )}
      {state.kind === 'said' && <span role="status">{state.text}</span>}
      {state.kind === 'added' && (
        <span role="status">
          {words['begin.added'](state.name)}{' '}
          <Link to={`/machines/${state.machine}/as-found`}>{words['begin.open']()}</Link>
        </span>
      )}
      {state.kind === 'failed' && (
        <span role="alert">
          <strong>{label}</strong>: {text(state.why)}
        </span>
      )}
      <Button size="compact-xs" variant="default" onClick={() => given.forget(thing.id)}>
        {state.kind === 'reading' ? words['as-found.cancel']() : words['keeping.ok']()}
      </Button>
    </div>
  );
}

interface BeginsProps extends ThingProps {
  readonly state: Extract<Given['state'], { kind: 'begins' }>;
}

function Begins({ thing, state, given }: BeginsProps) {
  const { beginning } = state;
  const [name, setName] = useState(beginning.name);
  const [profile, setProfile] = useState('');
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const add = async () => {
    setBusy(true);
    const chosen = SYSTEM_PROFILES.find((p) => p.id === profile);
    const beside = chosen && { profile, id: newId(), name: text(chosen.title) };
    const machine = await given.add(thing, beginning, { name: name.trim(), add: beside });
    setBusy(false);
    if (machine !== undefined && given.list.length === 1)
      await navigate(`/machines/${machine}/${nextStageOf(beginning, beside !== undefined)}`);
  };
  return (
    <form
      className={classes.begins}
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <WhatBegins label={thing.label} beginning={beginning} />
      <div className={classes.choices}>
        <TextInput
          label={words['begin.name']()}
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <DiskChoice state={state} choose={(disk) => given.choose(thing, disk)} />
        {beginning.survey && (
          <NativeSelect
            label={words['begin.beside']()}
            value={profile}
            data={[
              { value: '', label: words['begin.nothing-yet']() },
              ...SYSTEM_PROFILES.map((p) => ({ value: p.id, label: text(p.title) })),
            ]}
            onChange={(e) => setProfile(e.currentTarget.value)}
          />
        )}
        <Button type="submit" loading={busy} disabled={name.trim() === ''}>
          {words['begin.add']()}
        </Button>
        <Button variant="default" onClick={() => given.forget(thing.id)}>
          {words['begin.forget']()}
        </Button>
      </div>
    </form>
  );
}

/** What a report tells of the machine; of a disk alone, its size. */
function WhatBegins({ label, beginning }: { label: string; beginning: Beginning }) {
  const { changes, remarks, survey } = beginning;
  if (changes.length > 0 || !survey) return <Told changes={changes} remarks={remarks} />;
  return (
    <p>
      <strong>{label}</strong>: {formatBoth(survey.disk.sizeSectors * survey.disk.sectorBytes)},{' '}
      {words['as-found.partitions-in-it'](survey.partitions.length)}
    </p>
  );
}

interface DiskChoiceProps {
  readonly state: BeginsProps['state'];
  readonly choose: (disk: string) => void;
}

/** Which disk of a report with several is meant. */
function DiskChoice({ state: { disks, disk }, choose }: DiskChoiceProps) {
  if (disks.length < 2) return null;
  return (
    <NativeSelect
      label={words['begin.disk']()}
      value={disk?.name ?? ''}
      data={disks.map((d) => ({ value: d.name, label: `${d.model ?? d.name}, ${formatBoth(d.sizeBytes)}` }))}
      onChange={(e) => choose(e.currentTarget.value)}
    />
  );
}
