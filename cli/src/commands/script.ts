import { english, phaseScripts, runbookFor } from '@rhizotome/core';
import { Failure } from '../failure.js';
import { readPlan } from '../input.js';
import { print } from '../output.js';

export interface ScriptOptions {
  /** Which phase, counted from 1 through the procedure. */
  readonly phase?: number;
}

/** Prints the script that carries out a phase in a live session. */
export function script(path: string, { phase }: ScriptOptions): void {
  const { plan, survey } = readPlan(path);
  const scripts = phaseScripts(english, runbookFor({ plan, survey }));
  const which = scripts.map((s) => s.phase).join(', ');
  if (scripts.length === 0)
    throw new Failure(
      `${path}: no phase of this plan has a script. A script carries out what is done in a live session; of this plan nothing is, or all of it is done by hand.`,
    );
  const wanted =
    phase === undefined && scripts.length === 1 ? scripts[0] : scripts.find((s) => s.phase === phase);
  if (!wanted)
    throw new Failure(
      phase === undefined
        ? `${path}: several phases have a script. Choose one with --phase: ${which}.`
        : `${path}: phase ${phase} has no script. Phases that have one: ${which}.`,
    );
  print(wanted.text.trimEnd());
}
