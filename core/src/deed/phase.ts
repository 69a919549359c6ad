import type { Deed } from './deed.js';

/** The script of a phase, counted from 1 through the procedure. */
export const scriptName = (phase: number): string => `phase-${phase}.sh`;

/** Whether a script has anything to do in a phase. */
export const hasScript = (deeds: readonly (Deed | null)[]): boolean =>
  deeds.some((deed) => deed !== null && deed.acts.length > 0);

/** Whether no utility, but a tool for tables or a copy by hand does it: what nobody types. */
export const isBeyondTyping = ({ acts }: Deed): boolean =>
  acts.some(({ kind }) => kind === 'table' || kind === 'copy' || kind === 'placed');
