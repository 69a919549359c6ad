import { Checkbox, NativeSelect } from '@mantine/core';
import {
  bytes,
  EFI_STRATEGIES,
  SWAP_RULES,
  USUAL_WISH,
  type Survey,
  type System,
  type Wish,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../../open/context.js';
import { OwnerSwatch } from '../../../parts/OwnerSwatch.js';
import { SizeInput } from '../../../parts/SizeInput.js';
import { partitionTitle } from '../../../words/names.js';
import { words } from '../../../words/words.js';
import classes from './Proposals.module.css';
import { changeWish, changeWishes, choiceOf, chosen, HOME_CHOICES, SIZE_CHOICES, wishOf } from './wishes.js';

interface Props {
  readonly system: System;
  readonly survey: Survey;
}

/** How large one system is wished, where its files lie, and how it swaps. */
export function SystemWishFields({ system, survey }: Props) {
  const { attempt, tryEdit } = useEdit();
  const wish = wishOf(system);
  const name = (what: string) => words['proposals.of'](what, system.name);
  const context = { disk: bytes(survey.disk.sizeSectors * survey.disk.sectorBytes) };
  return (
    <div className={classes.wish}>
      <strong className={classes.name}>
        <OwnerSwatch owners={[system.id]} />
        {system.name}
      </strong>
      <NativeSelect
        size="xs"
        label={words['proposals.size']()}
        aria-label={name(words['proposals.size']())}
        value={choiceOf(wish.size)}
        data={SIZE_CHOICES.map((value) => ({ value, label: words['proposals.size-choice'](value) }))}
        onChange={(e) => {
          const choice = SIZE_CHOICES.find((c) => c === e.currentTarget.value)!;
          attempt(changeWish(system, { size: chosen(choice, system.comfortableBytes) }));
        }}
      />
      {typeof wish.size !== 'string' && 'bytes' in wish.size && (
        <SizeInput
          label={words['proposals.how-large']()}
          context={context}
          value={wish.size.bytes}
          onSize={(size) => tryEdit(changeWish(system, { size: { bytes: size } }))}
        />
      )}
      {!system.ownSetup && (
        <>
          <NativeSelect
            size="xs"
            label={words['proposals.home']()}
            aria-label={name(words['proposals.home']())}
            value={choiceOf(wish.home)}
            data={HOME_CHOICES.map((value) => ({ value, label: words['proposals.home-choice'](value) }))}
            onChange={(e) => {
              const choice = HOME_CHOICES.find((c) => c === e.currentTarget.value)!;
              attempt(changeWish(system, { home: chosen(choice, system.comfortableBytes) }));
            }}
          />
          {typeof wish.home !== 'string' && 'bytes' in wish.home && (
            <SizeInput
              label={words['proposals.home-large']()}
              context={context}
              value={wish.home.bytes}
              onSize={(size) => tryEdit(changeWish(system, { home: { bytes: size } }))}
            />
          )}
          <NativeSelect
            size="xs"
            label={words['proposals.swap']()}
            aria-label={name(words['proposals.swap']())}
            value={wish.swap}
            data={(['advised', ...SWAP_RULES] as const).map((value) => ({
              value,
              label: words['proposals.swap-choice'](value),
            }))}
            onChange={(e) => {
              const swap = SWAP_RULES.find((rule) => rule === e.currentTarget.value) ?? 'advised';
              attempt(changeWish(system, { swap }));
            }}
          />
        </>
      )}
    </div>
  );
}

const EFI_CHOICES = ['any', ...EFI_STRATEGIES] as const;
const RESTARTS: readonly (number | null)[] = [null, 2, 3, 4, 5, 6, 8, 10];
const MINUTES: readonly (number | null)[] = [null, 10, 30, 60, 120];

/** What may change, and how much the day may cost. */
export function PlanWishFields() {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const wish = plan.wish ?? USUAL_WISH;
  const change = (changes: Partial<Wish>) => attempt(changeWishes(plan, changes));
  const numbers = (choices: readonly (number | null)[], now: number | null) =>
    choices.includes(now) ? choices : [...choices, now];
  const minutes = wish.mostSeconds === null ? null : Math.floor(wish.mostSeconds / 60);
  const numberIn = (value: string) => (value === '' ? null : Number(value));
  return (
    <>
      <div className={classes.wish}>
        <NativeSelect
          size="xs"
          label={words['proposals.moves']()}
          value={wish.mostMovedBytes === 0 ? 'none' : 'any'}
          data={(['any', 'none'] as const).map((value) => ({
            value,
            label: words['proposals.moves-choice'](value),
          }))}
          onChange={(e) => change({ mostMovedBytes: e.currentTarget.value === 'none' ? 0 : null })}
        />
        {plan.target.mode === 'uefi' && (
          <NativeSelect
            size="xs"
            label={words['proposals.efi']()}
            value={wish.efi}
            data={EFI_CHOICES.map((value) => ({ value, label: words['proposals.efi-choice'](value) }))}
            onChange={(e) => change({ efi: EFI_CHOICES.find((c) => c === e.currentTarget.value)! })}
          />
        )}
        <NativeSelect
          size="xs"
          label={words['proposals.exposure']()}
          value={wish.exposure}
          data={(['any', 'none'] as const).map((value) => ({
            value,
            label: words['proposals.exposure-choice'](value),
          }))}
          onChange={(e) => change({ exposure: e.currentTarget.value === 'none' ? 'none' : 'any' })}
        />
        <NativeSelect
          size="xs"
          label={words['proposals.restarts']()}
          value={wish.mostRestarts ?? ''}
          data={numbers(RESTARTS, wish.mostRestarts).map((most) => ({
            value: String(most ?? ''),
            label: words['proposals.restarts-choice'](most),
          }))}
          onChange={(e) => change({ mostRestarts: numberIn(e.currentTarget.value) })}
        />
        <NativeSelect
          size="xs"
          label={words['proposals.time']()}
          value={minutes ?? ''}
          data={numbers(MINUTES, minutes).map((most) => ({
            value: String(most ?? ''),
            label: words['proposals.time-choice'](most),
          }))}
          onChange={(e) => {
            const most = numberIn(e.currentTarget.value);
            change({ mostSeconds: most === null ? null : most * 60 });
          }}
        />
      </div>
      <Untouched wish={wish} change={change} />
    </>
  );
}

interface UntouchedProps {
  readonly wish: Wish;
  readonly change: (changes: Partial<Wish>) => void;
}

/** Partitions that stay exactly as they are planned. */
function Untouched({ wish, change }: UntouchedProps) {
  const { plan } = useOpenState();
  const kept = plan.partitions.filter((p) => p.from !== null && p.treatment === 'keep');
  if (kept.length === 0) return null;
  return (
    <fieldset className={classes.untouched}>
      <legend>{words['proposals.untouched']()}</legend>
      {kept.map((p) => (
        <Checkbox
          key={p.id}
          size="xs"
          label={partitionTitle(p)}
          checked={wish.untouched.includes(p.id)}
          onChange={(e) => {
            const others = wish.untouched.filter((id) => id !== p.id && kept.some((k) => k.id === id));
            change({ untouched: e.currentTarget.checked ? [...others, p.id] : others });
          }}
        />
      ))}
    </fieldset>
  );
}
