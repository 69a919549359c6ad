import type { Plan, SystemId } from '@rhizotome/core';

/** Colours there are for owners; a seventh system starts over. */
const OWNER_COLOURS = 6;

/** The systems of a plan, whose order gives the colours. */
export type Systems = Plan['systems'];

/** The colour of a system: its place in the list, as a CSS variable of the theme. */
export function ownerColourIn(systems: Systems, owner: SystemId | undefined): string {
  return ownerColourAt(systems.findIndex((s) => s.id === owner));
}

export function ownerColourAt(at: number): string {
  return at < 0 ? 'var(--owner-none)' : `var(--owner-${at % OWNER_COLOURS})`;
}

/** A fill for one owner, or diagonal stripes in the colours of all who share. */
export function ownerFill(systems: Systems, owners: readonly SystemId[]): string {
  const colours = owners.map((owner) => ownerColourIn(systems, owner));
  if (colours.length < 2) return colours[0] ?? 'var(--owner-none)';
  const stripes = colours.map((c, i) => `${c} ${i * 6}px ${(i + 1) * 6}px`).join(', ');
  return `repeating-linear-gradient(135deg, ${stripes})`;
}
