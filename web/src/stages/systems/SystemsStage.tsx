import { Button, Checkbox, Menu, NativeSelect, SegmentedControl, TextInput } from '@mantine/core';
import {
  SWAP_CHOICES,
  becomeEdit,
  bytes,
  canBeTried,
  choosesPartMaker,
  FAMILY_NAMES,
  formatBoth,
  freshSystemId,
  kindEdit,
  kindOfSystem,
  kindsFor,
  originEdit,
  originIsOpen,
  partMakerCosts,
  removeSystemEdit,
  SYSTEM_PROFILES,
  systemFrom,
  type Becoming,
  type Plan,
  type Survey,
  type System,
} from '@rhizotome/core';
import { useEffect, useRef, useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import { SizeInput } from '../../parts/SizeInput.js';
import { FitBar } from './FitBar.js';
import { GiveRoom } from './GiveRoom.js';
import { Hosted } from './Hosted.js';
import { ProposalsPanel } from './proposals/ProposalsPanel.js';
import { words } from '../../words/words.js';
import classes from './SystemsStage.module.css';
import { text } from '../../words/say.js';

/** Which systems are there, which come, and what each asks for. */
export function SystemsStage() {
  const { plan, survey } = useOpenState();
  const { attempt } = useEdit();
  const added = useRef<string | null>(null);
  const last = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // What was just added is looked at next, with what is proposed for it.
    if (added.current !== plan.systems.at(-1)?.id) return;
    added.current = null;
    last.current?.scrollIntoView({ block: 'nearest' });
  }, [plan.systems]);
  const add = (profileId: string) => {
    const profile = SYSTEM_PROFILES.find((p) => p.id === profileId)!;
    const name = distinctName(plan, FAMILY_NAMES[profile.family]);
    const id = freshSystemId(plan);
    added.current = id;
    attempt({ kind: 'add-system', system: systemFrom(profileId, { id, name, origin: 'new' }) });
  };
  return (
    <div className="page">
      <div className={classes.head}>
        <div>
          <h1>{words['systems.systems']()}</h1>
          <p className="soft">{words['systems.choose-which-systems-stay']()}</p>
        </div>
        <Menu position="bottom-end" width={340} withInitialFocusPlaceholder={false}>
          <Menu.Target>
            <Button disabled={plan.systems.length >= 12}>{words['systems.add-system']()}</Button>
          </Menu.Target>
          <Menu.Dropdown>
            {SYSTEM_PROFILES.map((profile) => (
              <Menu.Item key={profile.id} onClick={() => add(profile.id)}>
                <strong>{text(profile.title)}</strong>
                <div className="small soft">
                  {words['systems.at-least'](formatBoth(profile.needs.leastBytes))}
                </div>
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      </div>
      {plan.systems.length === 0 && (
        <p className={classes.empty}>{words['systems.there-no-systems-yet']()}</p>
      )}
      {plan.systems.map((system) => (
        <SystemSheet key={system.id} system={system} />
      ))}
      <div ref={last} />
      {survey && <ProposalsPanel survey={survey} />}
    </div>
  );
}

function distinctName(plan: Plan, name: string): string {
  const taken = new Set(plan.systems.map((s) => s.name));
  let candidate = name;
  for (let n = 2; taken.has(candidate); n++) candidate = `${name} ${n}`;
  return candidate;
}

type Changes = Partial<Omit<System, 'id'>>;

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

function SystemSheet({ system }: { system: System }) {
  const { plan, survey } = useOpenState();
  const { attempt, tryEdit } = useEdit();
  const change = (changes: Changes) => attempt({ kind: 'change-system', system: system.id, changes });
  const size = (changes: Changes) => tryEdit({ kind: 'change-system', system: system.id, changes });
  const context = { disk: bytes(survey ? survey.disk.sizeSectors * survey.disk.sectorBytes : 0) };
  return (
    <section className={classes.sheet} aria-label={system.name}>
      <div className={classes.name}>
        <OwnerSwatch owners={[system.id]} />
        <NameInput label={words['systems.name']()} value={system.name} save={(name) => change({ name })} />
        <Origin system={system} />
        {system.name !== FAMILY_NAMES[system.family] && (
          <span className="soft">{FAMILY_NAMES[system.family]}</span>
        )}
        <Becomes system={system} />
        {survey && <GiveRoom system={system} survey={survey} />}
        <Button
          size="compact-sm"
          variant="subtle"
          color="loam"
          onClick={() => attempt(removeSystemEdit(plan, system))}
        >
          {system.origin === 'found' ? words['systems.not-disk']() : words['common.remove']()}
        </Button>
      </div>
      <div className={classes.body}>
        {survey && <FitBar system={system} survey={survey} />}
        <div className={classes.sizes}>
          <SizeInput
            label={words['systems.minimum']()}
            context={context}
            value={system.leastBytes}
            onSize={(leastBytes) => size({ leastBytes })}
          />
          <SizeInput
            label={words['systems.comfortable']()}
            context={context}
            value={system.comfortableBytes}
            onSize={(comfortableBytes) => size({ comfortableBytes })}
          />
          <SizeInput
            label={words['systems.generous']()}
            context={context}
            value={system.generousBytes}
            onSize={(generousBytes) => size({ generousBytes })}
          />
        </div>
        <div className={classes.traits}>
          {TRAITS.map(([key, label]) => (
            <Checkbox
              key={key}
              size="xs"
              label={label}
              checked={system[key]}
              onChange={(e) => change({ [key]: e.currentTarget.checked })}
            />
          ))}
          {system.hibernates && (
            <Checkbox
              size="xs"
              label={words['systems.hibernation-off'](system.family === 'windows')}
              checked={system.hibernation === 'off'}
              onChange={(e) =>
                attempt({
                  kind: 'change-system',
                  system: system.id,
                  changes: { hibernation: e.currentTarget.checked ? 'off' : null },
                })
              }
            />
          )}
          <Checkbox
            size="xs"
            label={words['systems.reads-machines-clock-as']()}
            checked={system.clock === 'local'}
            onChange={(e) => change({ clock: e.currentTarget.checked ? 'local' : 'utc' })}
          />
          {choosesPartMaker(system) && (
            <Checkbox
              size="xs"
              label={words['systems.medium-installs']()}
              checked={!canBeTried(system)}
              onChange={(e) => change({ medium: e.currentTarget.checked ? 'installs' : 'live' })}
            />
          )}
        </div>
        <div className={classes.choices}>
          <Kind system={system} />
          {system.family === 'linux' && <SwapChoice system={system} />}
          {survey && choosesPartMaker(system) && <PartsChoice system={system} survey={survey} />}
        </div>
        {survey && <Hosted system={system} survey={survey} />}
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

/** What becomes of a system that is on the disk: it stays, goes, or is reinstall. */
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

function NameInput(props: {
  label: string;
  value: string;
  optional?: boolean;
  save: (value: string) => boolean;
}) {
  const { label, value, optional = false, save } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const empty = draft !== null && draft.trim() === '' && !optional;
  const commit = () => {
    if (draft === null || empty) return;
    if (draft.trim() === value || save(draft.trim())) setDraft(null);
  };
  return (
    <TextInput
      {...(optional ? { label } : { 'aria-label': label })}
      size="sm"
      maxLength={optional ? 200 : 60}
      value={draft ?? value}
      error={empty ? words['systems.enter-name']() : null}
      onChange={(e) => setDraft(e.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit();
        if (e.key === 'Escape') setDraft(null);
      }}
    />
  );
}
