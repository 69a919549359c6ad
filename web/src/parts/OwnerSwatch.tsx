import type { SystemId } from '@rhizotome/core';
import { useOpenState } from '../open/context.js';
import { ownerFill } from './owners.js';

export function OwnerSwatch({ owners }: { owners: readonly SystemId[] }) {
  const { plan } = useOpenState();
  return (
    <span
      aria-hidden
      style={{
        display: 'inline-block',
        width: 13,
        height: 13,
        flex: 'none',
        marginInlineEnd: 3,
        borderRadius: 2,
        background: ownerFill(plan.systems, owners),
      }}
    />
  );
}
