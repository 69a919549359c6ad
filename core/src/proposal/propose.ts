import { derived, type Planned } from '../plan/index.js';
import { candidatesFor, type Candidate } from './candidates.js';
import { ranked } from './rank.js';
import { proofOf, reasonsOf, type ProofSays, type ReasonSays } from './reasons.js';
import { situationOf } from './situation.js';
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
export const proposalsFor = derived((planned: Planned): Proposals | undefined => searched(planned, true));

/** The best of them for just what is wished, and what keeps the wish from being given. */
export const bestProposalFor = derived(
  (planned: Planned): Pick<Proposals, 'proposals' | 'whyNot'> | undefined => searched(planned, false),
);

function searched(planned: Planned, withNear: boolean): Proposals | undefined {
  const situation = situationOf(planned);
  if (!situation) return undefined;
  const found = candidatesFor(situation);
  const near = withNear ? variantsOf(planned.plan, situation) : [];
  const best = ranked([...found.candidates, ...near], situation.before);
  const first = best.find((candidate) => candidate.near === null);
  return {
    proposals: best.map((candidate) => ({ ...candidate, reasons: reasonsOf(candidate, planned) })),
    proof: first ? proofOf(first, found) : null,
    whyNot: first?.given === 1 ? [] : whyNot(planned, situation),
    weighed: found.weighed,
  };
}
