import { batch } from '../compose/index.js';
import { apply, type SingleEdit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { LEVELS_OF_SIZE, USUAL_SYSTEM_WISH, type System, type SystemWish } from '../system/index.js';
import { message } from '../words/index.js';
import { candidatesFor, type Candidate, type NearWish } from './candidates.js';
import { ranked } from './rank.js';
import { situationOf, type Situation } from './situation.js';

/** How much of what is free a home takes that is only offered: half of it. */
const HOME_OFFERED: SystemWish['home'] = { share: 0.5 };

/** The best plans for wishes near the one that was made: another level of size, a home of its own. Taking one up changes the wish. */
export function* variantsOf(plan: Plan, situation: Situation): Generator<Candidate> {
  for (const [name, wishFor] of nearWishes(situation.systems)) {
    const edits = situation.systems.map((s): SingleEdit => ({
      kind: 'change-system',
      system: s.id,
      changes: { wish: wishFor(s) },
    }));
    const { survey } = situation.before;
    const changed = apply(plan, batch(message('edit.wish'), edits), () => survey);
    const near = changed.ok ? situationOf({ plan: changed.plan, survey }) : undefined;
    if (!near) continue;
    const { candidates } = candidatesFor(near, { whole: true });
    const [best] = ranked(candidates, near.before);
    if (best) yield { ...best, near: name, edit: { ...best.edit, edits: [...edits, ...best.edit.edits] } };
  }
}

type WishFor = (system: System) => SystemWish;

const wishOf = ({ wish }: System): SystemWish => wish ?? USUAL_SYSTEM_WISH;

function nearWishes(systems: readonly System[]): [NearWish, WishFor][] {
  const levels = systems.every((s) => typeof wishOf(s).size === 'string') ? LEVELS_OF_SIZE : [];
  const sizes = levels
    .filter((size) => systems.some((s) => wishOf(s).size !== size))
    .map((size): [NearWish, WishFor] => [size, (s) => ({ ...wishOf(s), size })]);
  const homes = systems.filter((s) => keepsHome(s) && wishOf(s).home === 'on-root');
  const withHome: WishFor = (s) => ({ ...wishOf(s), home: keepsHome(s) ? HOME_OFFERED : wishOf(s).home });
  return [...sizes, ...(homes.length > 0 ? [['home', withHome] satisfies [NearWish, WishFor]] : [])];
}

/** Whether a home of its own is usual for it. */
const keepsHome = ({ family, ownSetup }: System): boolean =>
  !ownSetup && (family === 'linux' || family === 'bsd');
