import { partitionTitle, roleInSentence, type Planned } from '../plan/index.js';
import { message, type Code, type Message } from '../words/index.js';
import type { PlanFigures } from '../overview/index.js';
import type { Candidate, CandidatesFound, MadePart } from './candidates.js';

export type ReasonSays = Message<Extract<Code, `reason.${string}`>>;
export type ProofSays = Message<Extract<Code, `proof.${string}`>>;

/** What tells a proposal from the others, a few words each. */
export function reasonsOf(candidate: Candidate, { survey }: Planned): ReasonSays[] {
  const { figures, shrunk, moved, made, loader } = candidate;
  const { sectorBytes } = survey.disk;
  const volumes = moved.map(partitionTitle);
  return [
    volumes.length > 0
      ? message('reason.moves', { volumes, bytes: figures.moved.most })
      : message('reason.moves-nothing'),
    ...shrunk.map((p) =>
      message('reason.keeps', { volume: partitionTitle(p), bytes: p.length * sectorBytes }),
    ),
    ...(shrunk.length === 0 && volumes.length === 0 ? [message('reason.free-space')] : []),
    ...made.map((part) => madeSays(part, figures, made)),
    ...(loader && !loader.fresh ? [message('reason.loader', { strategy: loader.title })] : []),
    ...(figures.exposures > 0 ? [message('reason.exposed', { count: figures.exposures })] : []),
    message('reason.restarts', { count: figures.restarts }),
  ];
}

function madeSays(
  { role, owners, bytes }: MadePart,
  { systems }: PlanFigures,
  all: readonly MadePart[],
): ReasonSays {
  const system = owners.map((s) => s.name).join(', ');
  const given = systems.find((s) => s.id === owners[0]!.id)!.room;
  if (role === null) return message('reason.room', { system, bytes: given.systemBytes });
  if (role !== 'root' && role !== 'system')
    return message('reason.part', {
      role: roleInSentence(role),
      bytes,
      system: all.filter((other) => other.role === role).length > 1 ? system : '',
    });
  return message('reason.system', { system, bytes, fit: given.fit });
}

/** What can be said for certain of the first of them. */
export function proofOf(first: Candidate, { weighed, exhaustive }: CandidatesFound): ProofSays {
  if (first.given === 1 && first.moved.length === 0) return message('proof.nothing');
  if (!exhaustive) return message('proof.not-all', { weighed });
  return message(first.given === 1 ? 'proof.least' : 'proof.most', { weighed });
}
