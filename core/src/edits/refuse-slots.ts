import { alignmentSectors, plannedArea, slotsOf, type Slots } from '../layout/index.js';
import { endOf, type Planned } from '../plan/index.js';
import type { Refusal } from './refusal.js';
import { alignUp, sectors } from '../quantity/index.js';

/**
 * What an MBR cannot list: more than four slots, a logical outside of the container or without a sector before it for
 * its record, a primary inside. Nothing on a GPT. Linear in the number of partitions.
 */
export function refuseSlots(planned: Planned): Refusal | undefined {
  const { survey } = planned;
  const slots = slotsOf(planned);
  if (!slots) return undefined;
  if (slots.free < 0)
    return { code: 'slots-full', primaries: slots.primaries.length, container: slots.container !== null };
  return refuseContainer(planned, slots) ?? refuseChain(slots, alignmentSectors(survey.disk.sectorBytes));
}

function refuseContainer(planned: Planned, { container, primaries }: Slots): Refusal | undefined {
  if (!container) return undefined;
  const area = plannedArea(planned);
  if (container.length < 2 || container.start < area.first || endOf(container) > area.end)
    return { code: 'outside', first: area.first, end: area.end };
  const inside = primaries.find((p) => p.start < endOf(container) && container.start < endOf(p));
  return inside && { code: 'in-container', primary: inside.id };
}

function refuseChain({ container, logicals }: Slots, step: number): Refusal | undefined {
  let taken: number = container?.start ?? 0;
  for (const logical of logicals) {
    if (!container) return { code: 'no-container', logical: logical.id };
    if (logical.start < container.start || endOf(logical) > endOf(container))
      return {
        code: 'outside-container',
        logical: logical.id,
        first: container.start,
        end: sectors(endOf(container)),
      };
    if (logical.start < taken + 1)
      return { code: 'no-lead-in', logical: logical.id, nearestStart: sectors(alignUp(taken + 1, step)) };
    taken = endOf(logical);
  }
  return undefined;
}
