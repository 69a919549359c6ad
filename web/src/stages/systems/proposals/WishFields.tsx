import { Checkbox, NativeSelect } from '@mantine/core';
import {
  bytes,
  EFI_STRATEGIES,
  SWAP_RULES,
  USUAL_WISH,
  type Amount,
  type Edit,
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
  const { attempt } = useEdit();
  const wish = wishOf(system);
  const name = (what: string) => words['proposals.of'](what, system.name);
  return (
    <div className={classes.wish}>
      <strong className={classes.name}>
        <OwnerSwatch owners={[system.id]} />
        {system.name}
      </strong>
      <AmountFields
        label={words['proposals.size']()}
        name={name(words['proposals.size']())}
        sizeLabel={words['proposals.how-large']()}
        choices={SIZE_CHOICES.map((value) => ({ value, label: words['proposals.size-choice'](value) }))}
        wish={wish.size}
        begun={system.comfortableBytes}
        survey={survey}
        change={(size) => changeWish(system, { size })}
      />
      {!system.ownSetup && (
        <>
          <AmountFields
            label={words['proposals.home']()}
            name={name(words['proposals.home']())}
            sizeLabel={words['proposals.home-large']()}
            choices={HOME_CHOICES.map((value) => ({ value, label: words['proposals.home-choice'](value) }))}
            wish={wish.home}
            begun={system.comfortableBytes}
            survey={survey}
            change={(home) => changeWish(system, { home })}
          />
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

interface AmountProps<T extends string> {
  readonly label: string;
  /** The label with the system, for those who hear it. */
  readonly name: string;
  readonly sizeLabel: string;
  readonly choices: readonly { readonly value: T | 'half' | 'all' | 'bytes'; readonly label: string }[];
  readonly wish: T | Amount;
  /** The size that one of one’s own begins with, in bytes. */
  readonly begun: number;
  readonly survey: Survey;
  readonly change: (wish: T | Amount) => Edit;
}

/** A choice of amounts, and a field for a size of one’s own where that is chosen. */
function AmountFields<T extends string>(props: AmountProps<T>) {
  const { label, name, sizeLabel, choices, wish, begun, survey, change } = props;
  const { attempt, tryEdit } = useEdit();
  return (
    <>
      <NativeSelect
        size="xs"
        label={label}
        aria-label={name}
        value={choiceOf(wish)}
        data={[...choices]}
        onChange={(e) => {
          const { value } = choices.find((c) => c.value === e.currentTarget.value)!;
          attempt(change(chosen(value, begun)));
        }}
      />
      {typeof wish !== 'string' && 'bytes' in wish && (
        <SizeInput
          label={sizeLabel}
          context={{ disk: bytes(survey.disk.sizeSectors * survey.disk.sectorBytes) }}
          value={wish.bytes}
          onSize={(size) => tryEdit(change({ bytes: size }))}
        />
      )}
    </>
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
  const change = (changes: Partial<Wish>) => void attempt(changeWishes(plan, changes));
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
        <MostChoice
          label={words['proposals.restarts']()}
          choices={RESTARTS}
          most={wish.mostRestarts}
          named={words['proposals.restarts-choice']}
          choose={(mostRestarts) => change({ mostRestarts })}
        />
        <MostChoice
          label={words['proposals.time']()}
          choices={MINUTES}
          most={wish.mostSeconds === null ? null : Math.floor(wish.mostSeconds / 60)}
          named={words['proposals.time-choice']}
          choose={(most) => change({ mostSeconds: most === null ? null : most * 60 })}
        />
      </div>
      <Untouched wish={wish} change={change} />
    </>
  );
}

interface MostProps {
  readonly label: string;
  /** `null`: as many as it takes. */
  readonly choices: readonly (number | null)[];
  readonly most: number | null;
  readonly named: (most: number | null) => string;
  readonly choose: (most: number | null) => void;
}

/** How many at most; a number that is not offered, but wished for, is offered too. */
function MostChoice({ label, choices, most, named, choose }: MostProps) {
  const offered = choices.includes(most) ? choices : [...choices, most];
  return (
    <NativeSelect
      size="xs"
      label={label}
      value={most ?? ''}
      data={offered.map((one) => ({ value: String(one ?? ''), label: named(one) }))}
      onChange={({ currentTarget: { value } }) => choose(value === '' ? null : Number(value))}
    />
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
