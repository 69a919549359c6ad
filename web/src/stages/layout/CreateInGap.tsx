import { Button, NativeSelect, SegmentedControl } from '@mantine/core';
import {
  createInGap,
  formatBoth,
  freshPartitionId,
  GIB,
  isArriving,
  MIB,
  newEfiBytes,
  ROLE_NAMES,
  sizeContextForGap,
  sizeOf,
  slotsOf,
  swapRules,
  type GapPart,
  type Plan,
  type PlannedPartition,
  type Survey,
  type System,
} from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './LayoutStage.module.css';

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
  const size = typed ?? Math.min(room, proposedSize(plan, role, owner));

  if (room === 0)
    return (
      <>
        <h2>Free space</h2>
        <p className="soft">{formatBoth(sizeOf(gap, survey))}, too small for a partition.</p>
      </>
    );
  const slots = slotsOf({ plan, survey });
  const create = () => {
    const wish = { role, owners, size, at: end, ...(slot === 'auto' ? {} : { slot }) };
    const edit = createInGap({ plan, survey }, gap, wish);
    const refused = edit
      ? tryEdit(edit)
      : `There is not enough space here${slots ? ' because a logical needs a record before it' : ''}. Enter a smaller size.`;
    setRefusal(refused);
    if (refused === null) select(freshPartitionId(plan));
  };
  return (
    <>
      <h2>Free space</h2>
      <p className="soft" data-fact="room">
        {formatBoth(room)} can be used{gap.inside && ', in the extended partition'}
      </p>
      <div className={classes.group} style={{ marginTop: '0.8rem' }} data-create>
        <NativeSelect
          label="Create for"
          size="sm"
          value={ownerId}
          disabled={plan.systems.length === 0}
          data={
            plan.systems.length === 0
              ? ['no system yet']
              : plan.systems.map((s) => ({ value: s.id, label: s.name }))
          }
          onChange={(e) => {
            setOwnerId(e.currentTarget.value);
            setRole(nextRole(plan, e.currentTarget.value));
            setTyped(null);
          }}
        />
        <NativeSelect
          label="What it is"
          size="sm"
          value={role}
          data={NEW_ROLES.map((r) => ({
            value: r,
            label: ROLE_NAMES[r] + (r === 'data' && plan.systems.length > 1 ? ', shared by all' : ''),
          }))}
          onChange={(e) => {
            setRole(e.currentTarget.value as NewRole);
            setTyped(null);
          }}
        />
        <SizeInput
          key={`${ownerId}-${role}`}
          label="Size"
          context={context}
          value={size}
          onSize={(bytes) => {
            const fits = bytes <= room;
            if (fits) setTyped(bytes);
            return fits ? null : `There is not enough space here. At most ${formatBoth(room)} fit.`;
          }}
        />
        {owner?.ownSetup && role === 'system' && (
          <p className="small soft">
            The setup of {owner.name} creates its own partitions in free space. Leave at least{' '}
            {formatBoth(owner.leastBytes)} in one piece, or create a placeholder here for it to format.
          </p>
        )}
        <SwapHints plan={plan} role={role} take={setTyped} room={room} />
        <SegmentedControl
          size="xs"
          aria-label="Position"
          value={end}
          data={[
            { value: 'start', label: 'at the start' },
            { value: 'end', label: 'at the end' },
          ]}
          onChange={(v) => setEnd(v)}
        />
        {slots && !gap.inside && (
          <SegmentedControl
            size="xs"
            aria-label="Primary or logical"
            value={slot}
            data={[
              { value: 'auto', label: 'automatic' },
              { value: 'primary', label: 'primary' },
              { value: 'logical', label: 'logical' },
            ]}
            onChange={(v) => setSlot(v)}
          />
        )}
        {refusal && (
          <p role="alert" className="small" style={{ color: 'var(--blocker)' }}>
            {refusal}
          </p>
        )}
        <Button onClick={create}>Create</Button>
      </div>
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
            {formatBoth(rule.bytes)}: {rule.reason}
          </button>
        ))}
    </div>
  );
}

/** The first thing this system still lacks. */
function nextRole(plan: Plan, ownerId: string): NewRole {
  const system = plan.systems.find((s) => s.id === ownerId);
  const has = (role: NewRole) => plan.partitions.some((p) => p.role === role && p.owners.includes(ownerId));
  if (!system) return 'data';
  if (plan.target.mode === 'uefi' && !plan.partitions.some((p) => p.role === 'efi')) return 'efi';
  if (system.needsBoot && !has('boot')) return 'boot';
  if (['windows', 'macos'].includes(system.family)) return has('system') ? 'data' : 'system';
  if (!has('root')) return 'root';
  if (!has('swap')) return 'swap';
  return has('home') ? 'data' : 'home';
}

/** A sensible size to begin from; the rest of the room where nothing else is known. */
function proposedSize(plan: Plan, role: NewRole, owner: System | undefined): number {
  const { ramBytes } = plan.machine;
  switch (role) {
    case 'root':
    case 'system':
      return owner?.comfortableBytes ?? Infinity;
    case 'efi':
      return newEfiBytes(owner ? [owner] : []);
    case 'boot':
      return GIB;
    case 'bios-boot':
      return MIB;
    case 'swap':
      return Math.min(ramBytes ?? 4 * GIB, 8 * GIB);
    case 'home':
    case 'data':
    case 'recovery':
    case 'reserved':
    case 'container':
    case 'opaque':
    case 'other':
      return Infinity;
  }
}
