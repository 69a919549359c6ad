export { proposalsFor, type Proposal, type Proposals } from './propose.js';
export type { ProofSays, ReasonSays } from './reasons.js';
export { isHomeless } from './situation.js';
export type { WhyNot, WhyNotSays } from './why-not.js';
