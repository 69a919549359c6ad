import { apply, type Edit } from '../edits/index.js';
import {
  floorOf,
  partitionTitle,
  USUAL_WISH,
  usedOf,
  type PartitionId,
  type Planned,
  type Wish,
} from '../plan/index.js';
import { MIB } from '../quantity/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { candidatesFor, type Candidate } from './candidates.js';
import { ranked } from './rank.js';
import { searchFor, situationOf, type Situation } from './situation.js';

export type WhyNotSays = Message<Extract<Code, `why-not.${string}`>>;

/** What keeps a wish from being given, and what it would cost to lift that; `lift`: the edit that does. */
export interface WhyNot {
  readonly says: WhyNotSays;
  readonly lift?: Edit | undefined;
}

/** What stands in the way of what is wished, each bound by itself; what cannot be lifted by a wish comes last. */
export function whyNot(planned: Planned, situation: Situation): WhyNot[] {
  const { plan, survey } = planned;
  const lifted = [...bounds(situation.wish), ...empties(planned)].flatMap(([lift, says]): WhyNot[] => {
    const without = apply(plan, lift, () => survey);
    const best = without.ok ? bestWhole({ plan: without.plan, survey }) : undefined;
    return best ? [{ says: says(best, planned), lift }] : [];
  });
  return [...lifted, ...breathing(situation), ...unknown(situation), ...short(situation)];
}

type Bound = readonly [lift: Edit, says: (best: Candidate, planned: Planned) => WhyNotSays];

/** Each bound of a wish, with what would be said of it. */
function bounds(wish: Wish): Bound[] {
  const without = (changes: Partial<Wish>): Edit => ({ kind: 'wish-for', wish: { ...wish, ...changes } });
  return [
    ...(wish.mostMovedBytes === null
      ? []
      : [
          [
            without({ mostMovedBytes: null }),
            ({ figures, moved }) =>
              message('why-not.moved', {
                volumes: moved.map(partitionTitle),
                bytes: figures.moved.most,
                restarts: figures.restarts,
              }),
          ] satisfies Bound,
        ]),
    ...wish.untouched.map((id): Bound => [
      without({ untouched: wish.untouched.filter((u) => u !== id) }),
      (_, { plan }) => message('why-not.untouched', { volume: titleOf(plan, id) }),
    ]),
    ...(wish.efi === USUAL_WISH.efi
      ? []
      : [[without({ efi: 'any' }), () => message('why-not.efi')] satisfies Bound]),
    ...(wish.mostRestarts === null
      ? []
      : [
          [
            without({ mostRestarts: null }),
            ({ figures }) => message('why-not.restarts', { restarts: figures.restarts }),
          ] satisfies Bound,
        ]),
    ...(wish.mostSeconds === null
      ? []
      : [
          [
            without({ mostSeconds: null }),
            ({ figures }) => message('why-not.time', { seconds: figures.seconds.most }),
          ] satisfies Bound,
        ]),
    ...(wish.exposure === 'any'
      ? []
      : [
          [
            without({ exposure: 'any' }),
            ({ figures }) => message('why-not.exposure', { count: figures.exposures }),
          ] satisfies Bound,
        ]),
  ];
}

/** Less than this is what a file system takes for itself. Rule of thumb. */
const EMPTY_BYTES = 256 * MIB;

/** Volumes that no system needs and that hold next to nothing: a place that was held, a drive nobody filled. */
function empties(planned: Planned): Bound[] {
  return planned.plan.partitions.flatMap((p): Bound[] => {
    const candidate = p.treatment === 'keep' && p.role === 'data' && p.from !== null;
    const used = candidate ? usedOf(planned, p.from) : undefined;
    if (!used || used.bytes > EMPTY_BYTES) return [];
    const says = message('why-not.empty', { volume: partitionTitle(p), used: used.bytes });
    return [[{ kind: 'remove', partition: p.id }, () => says]];
  });
}

const titleOf = (plan: Planned['plan'], id: PartitionId) => {
  const partition = plan.partitions.find((p) => p.id === id);
  return partition ? partitionTitle(partition) : id;
};

/** The best plan that gives all that is wished. */
function bestWhole(planned: Planned): Candidate | undefined {
  const situation = situationOf(planned);
  const [best] = situation ? ranked(whole(situation), planned) : [];
  return best;
}

const whole = (situation: Situation, toFloor = false): readonly Candidate[] =>
  candidatesFor(situation, { whole: true, toFloor }).candidates;

/** Volumes could give what they are advised to keep: said, and not proposed. */
function breathing(situation: Situation): WhyNot[] {
  const [tight] = ranked(whole(situation, true), situation.before);
  if (!tight) return [];
  const { sectorBytes } = situation.before.survey.disk;
  return tight.shrunk.map((p) => {
    const floor = floorOf(situation.before, p)!;
    const size = p.length * sectorBytes;
    return {
      says: message('why-not.tight', { volume: partitionTitle(p), bytes: size, free: size - floor.bytes }),
    };
  });
}

/** Kept volumes of which nobody said how far they can shrink. */
function unknown({ before }: Situation): WhyNot[] {
  return before.plan.partitions
    .filter(
      (p) => p.from !== null && p.treatment === 'keep' && HOLD_FILES.includes(p.role) && !floorOf(before, p),
    )
    .map((p) => ({ says: message('why-not.unknown', { volume: partitionTitle(p) }) }));
}

const HOLD_FILES: readonly string[] = ['system', 'root', 'home', 'data'];

/** How much is missing even if all that can be freed lay in one piece. */
function short(situation: Situation): WhyNot[] {
  const { sectorBytes } = situation.before.survey.disk;
  const { problem } = searchFor(situation, situation.loaders[0]);
  const free = problem.rows.reduce(
    (sum, { room, parts }) => sum + room.end - room.first - parts.reduce((all, p) => all + p.least, 0),
    0,
  );
  const wished = problem.fresh.reduce((sum, f) => sum + f.wished + f.lead, 0);
  if (wished <= free) return [];
  return [
    { says: message('why-not.short', { bytes: (wished - free) * sectorBytes, free: free * sectorBytes }) },
  ];
}
