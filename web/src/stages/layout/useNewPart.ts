import {
  createInGap,
  freshPartitionId,
  isArriving,
  nextRole,
  sizeOf,
  slotsOf,
  usualPartBytes,
  type GapPart,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { useState } from 'react';
import { useEdit, useOpenState, useSelection } from '../../open/context.js';
import { words } from '../../words/words.js';

export type NewRole = PlannedPartition['role'];

/** A partition that is to be created in a free space: whose, what for, how large, and where in it. */
export function useNewPart(survey: Survey, gap: GapPart) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const { select } = useSelection();
  const [ownerId, setOwnerId] = useState(() => (plan.systems.find(isArriving) ?? plan.systems[0])?.id ?? '');
  const [role, setRole] = useState<NewRole>(() => nextRole(plan, ownerId));
  const [end, setEnd] = useState<'start' | 'end'>('start');
  const [slot, setSlot] = useState<'auto' | 'primary' | 'logical'>('auto');
  const [typed, setTyped] = useState<number | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const owner = plan.systems.find((s) => s.id === ownerId);
  const room = sizeOf(gap.usable, survey);
  const usual = usualPartBytes(role, owner, { ram: plan.machine.ramBytes, disk: survey.disk });
  const size = typed ?? Math.min(room, usual ?? Infinity);
  const hasSlots = slotsOf({ plan, survey }) !== undefined;
  return {
    owner,
    ownerId,
    role,
    end,
    setEnd,
    slot,
    setSlot,
    /** In bytes, as is `room`. */
    size,
    room,
    hasSlots,
    refusal,
    setSize: setTyped,
    chooseOwner: (id: string) => {
      setOwnerId(id);
      setRole(nextRole(plan, id));
      setTyped(null);
    },
    chooseRole: (next: NewRole) => {
      setRole(next);
      setTyped(null);
    },
    create: () => {
      const owners = role === 'data' ? plan.systems : owner ? [owner] : [];
      const wish = { role, owners, size, at: end, ...(slot === 'auto' ? {} : { slot }) };
      const edit = createInGap({ plan, survey }, gap, wish);
      const refused = edit ? tryEdit(edit) : words['layout.there-not-enough-space'](hasSlots);
      setRefusal(refused);
      if (refused === null) select(freshPartitionId(plan));
    },
  };
}

export type NewPart = ReturnType<typeof useNewPart>;
