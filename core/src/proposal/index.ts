export { bestProposalFor, proposalsFor, proposalSteps, type Proposal, type Proposals } from './propose.js';
export type { ProofSays, ReasonSays } from './reasons.js';
export type { NearWish } from './candidates.js';
export { isHomeless, isUnplaced, systemsToPlace } from './situation.js';
export type { WhyNot, WhyNotSays } from './why-not.js';
export { offersFor, type Filling, type GapOffer } from './offers.js';
