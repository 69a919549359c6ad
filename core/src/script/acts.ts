import type { Act, Around, Deed, Holds, Proof } from '../deed/index.js';
import type { Span } from '../layout/index.js';
import { layoutAt } from '../practice/index.js';
import { nameByBlkid, shellWord, type UtilityLine } from '../volume/index.js';
import { tableChange } from './table.js';

/** What a step does in the words of the library: looked for, done, looked for then. */
export interface Lines {
  readonly guards: readonly string[];
  readonly acts: readonly string[];
  readonly proofs: readonly string[];
}

export const linesOf = (around: Around, { guards, acts, proofs }: Deed): Lines => ({
  guards: placed(guards.map((g) => [g.at, holds(g)])),
  acts: placed(acts.map((act) => ['at' in act ? act.at : null, ...linesOfAct(around, act)])),
  proofs: placed(proofs.map((p) => [p.at, proof(p)])),
});

/** Utilities that a deed wants, beyond those of every session. */
export function toolsOf({ guards, acts, proofs }: Deed): string[] {
  const lines = [
    ...acts.flatMap((act) => (act.kind === 'run' ? [unattended(act)] : [])),
    ...proofs.flatMap((p) => (p.kind === 'whole' ? [p.line] : [])),
  ];
  const asks = [...guards, ...proofs].some(({ kind }) => kind === 'holds');
  return [...(asks ? ['blkid'] : []), ...lines.map((line) => line.split(' ')[0]!)];
}

/** Lines, each where the partition is that it names; it is let go before the table changes. */
function placed(all: readonly (readonly [Span | null, ...string[]])[]): string[] {
  let now: string | null = null;
  return all.flatMap(([span, ...lines]) => {
    if (lines.length === 0) return [];
    const next = span && `at ${span.start} ${span.length}`;
    const turn = next === now ? [] : [...(now === null ? [] : ['leave']), ...(next === null ? [] : [next])];
    now = next;
    return [...turn, ...lines];
  });
}

function linesOfAct({ before, after }: Around, act: Act): readonly string[] {
  switch (act.kind) {
    case 'table':
      return tableChange(layoutAt(before), layoutAt(after));
    case 'copy': {
      const { from, to, sectors } = act.copy;
      // A copy may go over the record of a logical, which is written again with the table.
      const chain = layoutAt(before).style === 'mbr' ? ['writing'] : [];
      return [...chain, `copy ${from} ${to} ${sectors} ${act.pieceSectors}`];
    }
    case 'placed':
      return [`begins_at ${act.from} ${act.at.start} ${act.at.length}`];
    case 'keep':
      return [`keep ${shellWord(act.file)} ${act.span.start} ${act.span.length}`];
    case 'run':
      return [`${verbOf(act)} ${unattended(act)}`];
  }
}

/** How the library runs a line. */
const verbOf = ({ asks, mends }: UtilityLine): string =>
  asks === 'passphrase' ? 'talk' : asks === 'yes' ? 'agreed' : mends ? 'checked' : 'run';

const unattended = ({ line, unattended: alone }: UtilityLine): string => alone ?? line;

const proof = (p: Proof): string => (p.kind === 'holds' ? holds(p) : `run ${p.line}`);

/** As blkid(8) prints them. */
function holds({ content, uuid, label }: Holds): string {
  const name = nameByBlkid(content) ?? '*';
  const told = label === null ? '*' : label === '' ? '-' : label;
  return `holds ${name} ${shellWord(uuid ?? '*')} ${shellWord(told)}`;
}
