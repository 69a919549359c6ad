import { figuresOf, type PlanFigures } from '../overview/index.js';
import type { BatchEdit } from '../edits/index.js';
import { sizeOf } from '../layout/index.js';
import type { Plan, PlannedPartition } from '../plan/index.js';
import { bytes, type Bytes } from '../quantity/index.js';
import type { EfiShape } from '../strategy/index.js';
import type { LevelOfSize, System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { composed } from './compose.js';
import { searchPlaces, type Placing } from './places/search.js';
import { searchFor, type Search, type SearchBounds, type Situation } from './situation.js';

/** Something that is made for a system: a partition, or where `role` is `null` room for its setup. */
export interface MadePart {
  readonly role: Role | null;
  readonly owners: readonly System[];
  readonly bytes: Bytes;
}

/** A wish near the one that was made: another level of size, or a home of its own. */
export type NearWish = LevelOfSize | 'home';

/** A plan that gives systems their places, as it was found by the search, with all that follows from it. */
export interface Candidate {
  readonly edit: BatchEdit;
  readonly after: Plan;
  readonly figures: PlanFigures;
  /** How much of what is wished it gives: 1, all of it. */
  readonly given: number;
  /** In what it is for something near what is wished; `null`: it is for just that. */
  readonly near: NearWish | null;
  readonly loader: EfiShape | undefined;
  readonly made: readonly MadePart[];
  /** Kept volumes that become smaller, as they will be. */
  readonly shrunk: readonly PlannedPartition[];
  /** Kept volumes whose data travels. */
  readonly moved: readonly PlannedPartition[];
}

export interface CandidatesFound {
  readonly candidates: readonly Candidate[];
  readonly weighed: number;
  readonly exhaustive: boolean;
}

/** More placings than this are not worked out as plans. */
const MOST_WORKED_OUT = 12;

interface Draft {
  readonly loader: EfiShape | undefined;
  readonly search: Search;
  readonly placing: Placing;
}

/** The placings worth a look, worked out as plans; those that the wish does not allow are left out. */
export function candidatesFor(situation: Situation, bounds: SearchBounds = {}): CandidatesFound {
  const drafts: Draft[] = [];
  let weighed = 0;
  let exhaustive = true;
  for (const loader of situation.loaders) {
    const search = searchFor(situation, loader, bounds);
    const found = searchPlaces(search.problem);
    weighed += found.weighed;
    exhaustive &&= found.exhaustive;
    drafts.push(...found.placings.map((placing) => ({ loader, search, placing })));
  }
  drafts.sort((a, b) => b.placing.given - a.placing.given || a.placing.movedBytes - b.placing.movedBytes);
  const candidates = drafts
    .slice(0, MOST_WORKED_OUT)
    .flatMap((draft) => workedOut(situation, draft) ?? [])
    .filter(({ figures }) => allows(situation, figures));
  return { candidates, weighed, exhaustive: exhaustive && drafts.length <= MOST_WORKED_OUT };
}

function workedOut(situation: Situation, { loader, search, placing }: Draft): Candidate | undefined {
  const made = composed(situation, loader, search, placing);
  if (!made) return undefined;
  const { before } = situation;
  const { survey } = before;
  const { sectorBytes } = survey.disk;
  const figures = figuresOf({ plan: made.after, survey });
  const changed = before.plan.partitions.flatMap((was) => {
    const is = made.after.partitions.find((p) => p.id === was.id);
    return is && was.treatment === 'keep' && was.from !== null ? [{ was, is }] : [];
  });
  return {
    ...made,
    figures,
    given: placing.given,
    near: null,
    loader,
    made: search.parts.map(({ id, role, owners }) => ({
      role,
      owners,
      bytes: bytes(placing.lengths.get(id)! * sectorBytes),
    })),
    shrunk: changed.filter(({ was, is }) => sizeOf(is, survey) < sizeOf(was, survey)).map(({ is }) => is),
    moved: changed.filter(({ was, is }) => is.start !== was.start).map(({ is }) => is),
  };
}

/** Whether the plan can be carried out, within the bounds that were wished for. */
function allows({ wish }: Situation, figures: PlanFigures): boolean {
  const within = (value: number, most: number | null) => most === null || value <= most;
  return (
    within(figures.restarts, wish.mostRestarts) &&
    within(figures.seconds.most, wish.mostSeconds) &&
    (wish.exposure === 'any' || figures.exposures === 0)
  );
}
