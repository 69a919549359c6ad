import { Button, NativeSelect, SegmentedControl } from '@mantine/core';
import {
  createInGap,
  formatBoth,
  freshPartitionId,
  isArriving,
  nextRole,
  sizeContextForGap,
  sizeOf,
  slotsOf,
  swapRules,
  usualPartBytes,
  type GapPart,
  type Plan,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './LayoutStage.module.css';
import { words } from '../../words/words.js';
import { Verbs } from './Verbs.js';
import { roleName } from '../../words/names.js';
import { text } from '../../words/say.js';

type NewRole = PlannedPartition['role'];
const NEW_ROLES: readonly NewRole[] = ['root', 'home', 'swap', 'data', 'efi', 'boot', 'bios-boot', 'system'];

/** Free space: what to create in it, for whom, how large, and at which end. */
export function CreateInGap({ survey, gap }: { survey: Survey; gap: GapPart }) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const { select } = useSelection();
  const room = sizeOf(gap.usable, survey);
  const coming = plan.systems.filter(isArriving);
  const [ownerId, setOwnerId] = useState(coming[0]?.id ?? plan.systems[0]?.id ?? '');
  const [role, setRole] = useState<NewRole>(() => nextRole(plan, ownerId));
  const [end, setEnd] = useState<'start' | 'end'>('start');
  const [slot, setSlot] = useState<'auto' | 'primary' | 'logical'>('auto');
  const owner = plan.systems.find((s) => s.id === ownerId);
  const owners = role === 'data' ? plan.systems : owner ? [owner] : [];
  const context = sizeContextForGap({ plan, survey }, gap);
  const [typed, setTyped] = useState<number | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const usual = usualPartBytes(role, owner, { ram: plan.machine.ramBytes, disk: survey.disk });
  const size = typed ?? Math.min(room, usual ?? Infinity);

  if (room === 0)
    return (
      <>
        <h2>{words['layout.free-space']()}</h2>
        <p className="soft">{words['layout.too-small-partition'](formatBoth(sizeOf(gap, survey)))}</p>
      </>
    );
  const slots = slotsOf({ plan, survey });
  const create = () => {
    const wish = { role, owners, size, at: end, ...(slot === 'auto' ? {} : { slot }) };
    const edit = createInGap({ plan, survey }, gap, wish);
    const refused = edit ? tryEdit(edit) : words['layout.there-not-enough-space'](slots !== null);
    setRefusal(refused);
    if (refused === null) select(freshPartitionId(plan));
  };
  return (
    <>
      <h2>{words['layout.free-space']()}</h2>
      <p className="soft" data-fact="room">
        {words['layout.room'](formatBoth(room), gap.inside)}
      </p>
      <div className={classes.group} style={{ marginTop: '0.8rem' }} data-create>
        <NativeSelect
          label={words['layout.create']()}
          size="sm"
          value={ownerId}
          disabled={plan.systems.length === 0}
          data={
            plan.systems.length === 0
              ? [words['layout.no-system-yet']()]
              : plan.systems.map((s) => ({ value: s.id, label: s.name }))
          }
          onChange={(e) => {
            setOwnerId(e.currentTarget.value);
            setRole(nextRole(plan, e.currentTarget.value));
            setTyped(null);
          }}
        />
        <NativeSelect
          label={words['layout.what']()}
          size="sm"
          value={role}
          data={NEW_ROLES.map((r) => ({
            value: r,
            label:
              roleName(r) + (r === 'data' && plan.systems.length > 1 ? words['layout.shared-all']() : ''),
          }))}
          onChange={(e) => {
            setRole(e.currentTarget.value as NewRole);
            setTyped(null);
          }}
        />
        <SizeInput
          key={`${ownerId}-${role}`}
          label={words['layout.size-2']()}
          context={context}
          value={size}
          onSize={(bytes) => {
            const fits = bytes <= room;
            if (fits) setTyped(bytes);
            return fits ? null : words['layout.there-not-enough-space-2'](formatBoth(room));
          }}
        />
        {owner?.ownSetup && role === 'system' && (
          <p className="small soft">
            {words['layout.setup-creates-its-own'](owner.name, formatBoth(owner.leastBytes))}
          </p>
        )}
        <SwapHints plan={plan} role={role} take={setTyped} room={room} />
        <SegmentedControl
          fullWidth
          size="xs"
          aria-label={words['layout.position']()}
          value={end}
          data={[
            { value: 'start', label: words['layout.at-start']() },
            { value: 'end', label: words['layout.at-end']() },
          ]}
          onChange={(v) => setEnd(v)}
        />
        {slots && !gap.inside && (
          <SegmentedControl
            fullWidth
            size="xs"
            aria-label={words['layout.primary-or-logical']()}
            value={slot}
            data={[
              { value: 'auto', label: words['layout.automatic']() },
              { value: 'primary', label: words['layout.slot-primary']() },
              { value: 'logical', label: words['layout.slot-logical']() },
            ]}
            onChange={(v) => setSlot(v)}
          />
        )}
        {refusal && (
          <p role="alert" className="small" style={{ color: 'var(--blocker)' }}>
            {refusal}
          </p>
        )}
        <Button onClick={create}>{words['layout.create-2']()}</Button>
      </div>
      <Verbs survey={survey} part={gap.id} />
    </>
  );
}

function SwapHints({
  plan,
  role,
  take,
  room,
}: {
  plan: Plan;
  role: NewRole;
  take: (size: number) => void;
  room: number;
}) {
  const ram = plan.machine.ramBytes;
  if (role !== 'swap' || ram === null) return null;
  return (
    <div className={classes.hints}>
      {swapRules(ram)
        .filter((rule) => rule.bytes > 0 && rule.bytes <= room)
        .map((rule) => (
          <button key={rule.id} type="button" className={classes.hint} onClick={() => take(rule.bytes)}>
            {formatBoth(rule.bytes)}: {text(rule.reason)}
          </button>
        ))}
    </div>
  );
}
