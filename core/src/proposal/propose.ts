import { derived, type Planned } from '../plan/index.js';
import { candidatesFor, type Candidate } from './candidates.js';
import { ranked } from './rank.js';
import { proofOf, reasonsOf, type ProofSays, type ReasonSays } from './reasons.js';
import { situationOf, type Situation } from './situation.js';
import { variantsOf } from './variants.js';
import { whyNot, type WhyNot } from './why-not.js';

/** A plan worked out for a wish, and what tells it from the others. */
export interface Proposal extends Candidate {
  readonly reasons: readonly ReasonSays[];
}

export interface Proposals {
  /** The best first; none of them is worse than another in all that counts. */
  readonly proposals: readonly Proposal[];
  /** What is certain of the first; `null` where there is none. */
  readonly proof: ProofSays | null;
  /** What keeps the wish from being given as a whole; empty where it is. */
  readonly whyNot: readonly WhyNot[];
  /** Orders of parts that were weighed for it. */
  readonly weighed: number;
}

/**
 * Places for the systems that have none, as they are wished: every choice of volumes that give room, every order of parts, each way
 * to place loaders, weighed exactly, the best worked out as plans and ranked; and plans for wishes near by. `undefined` where no
 * system comes.
 */
export const proposalsFor = derived((planned: Planned): Proposals | undefined => {
  let last: Proposals | undefined;
  for (const proposals of proposalSteps(planned)) last = proposals;
  return last;
});

/** The same, as they are found: those for just what is wished first, then with each wish near by; the last is all of them. */
export function* proposalSteps(planned: Planned): Generator<Proposals> {
  const situation = situationOf(planned);
  if (!situation) return;
  const first = searched(planned, situation);
  const proposals = (near: readonly Candidate[]): Proposals => {
    const best = ranked([...first.candidates, ...near], situation.before);
    return {
      proposals: best.map((candidate) => ({ ...candidate, reasons: reasonsOf(candidate, planned) })),
      proof: best.some((candidate) => candidate === first.best) ? first.proof : null,
      whyNot: first.whyNot,
      weighed: first.weighed,
    };
  };
  const near: Candidate[] = [];
  yield proposals(near);
  for (const variant of variantsOf(planned.plan, situation)) {
    near.push(variant);
    yield proposals(near);
  }
}

/** The best of them for just what is wished, and what keeps the wish from being given. */
export const bestProposalFor = derived(
  (planned: Planned): Pick<Proposals, 'proposals' | 'whyNot'> | undefined => {
    const [first] = proposalSteps(planned);
    return first;
  },
);

function searched(planned: Planned, situation: Situation) {
  const found = candidatesFor(situation);
  const [best] = ranked(found.candidates, situation.before);
  return {
    candidates: found.candidates,
    best,
    proof: best ? proofOf(best, found) : null,
    whyNot: best?.given === 1 ? [] : whyNot(planned, situation),
    weighed: found.weighed,
  };
}
