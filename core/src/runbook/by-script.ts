import { scriptName, STICK, type Deed } from '../deed/index.js';
import { commandLines, message, type Message } from '../words/index.js';
import type { Typed } from './typed.js';

/** A phase that a script does, and how it is begun. */
export interface PhaseByScript {
  /** Of the file in the zip, without its folder. */
  readonly name: string;
  readonly says: Message<'script.phase'>;
  readonly typed: Typed;
}

/** @param phase counted from 1 through the procedure */
export function phaseByScript(
  steps: readonly { readonly number: number; readonly deed: Deed | null }[],
  phase: number,
): PhaseByScript {
  const name = scriptName(phase);
  const commands = [
    'lsblk -o NAME,SIZE,MODEL,TRAN,LABEL',
    `sudo mkdir -p ${STICK}`,
    `sudo sh ${STICK}/${name}`,
  ];
  const byHand = steps.filter(({ deed }) => deed === null).map(({ number }) => number);
  return {
    name,
    says: message('script.phase', { name, stick: STICK, byHand }),
    typed: { role: 'script', says: null, commands, lines: commands.flatMap((c) => commandLines(c)) },
  };
}
