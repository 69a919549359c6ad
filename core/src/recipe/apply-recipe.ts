import { figuresOf, type PlanFigures } from '../overview/index.js';
import { batch, freshSystemId } from '../compose/index.js';
import { apply, type BatchEdit, type SingleEdit } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { bestProposalFor, type ReasonSays, type WhyNot } from '../proposal/index.js';
import { systemFrom } from '../system/index.js';
import { message } from '../words/index.js';
import type { Recipe } from './recipe.js';

/** `whole`: all that is wished; `less`: not all of it; `no`: not even the least; `there`: nothing is missing. */
export type RecipeFit = 'whole' | 'less' | 'no' | 'there';

/** What a recipe comes to on one machine. */
export interface RecipeOutcome {
  readonly fit: RecipeFit;
  /** Systems, wishes and places as one edit; `null` where nothing fits, or nothing is missing. */
  readonly edit: BatchEdit | null;
  readonly after: Plan;
  readonly figures: PlanFigures;
  readonly reasons: readonly ReasonSays[];
  readonly whyNot: readonly WhyNot[];
}

/**
 * Applies a recipe to a plan: its systems are added, as far as none of their names is there, and the best proposal for them is taken
 * up. Applied again it changes nothing.
 */
export function applyRecipe(recipe: Recipe, planned: Planned): RecipeOutcome {
  const { plan, survey } = planned;
  const edits = wishing(recipe, plan);
  const wished = apply(plan, batch(message('edit.several'), edits), () => survey);
  const before = { figures: figuresOf(planned), after: plan, reasons: [], whyNot: [], edit: null };
  if (edits.length === 0) return { ...before, fit: 'there' };
  if (!wished.ok) return { ...before, fit: 'no' };
  const found = bestProposalFor({ plan: wished.plan, survey });
  const best = found?.proposals[0];
  const whyNot = found?.whyNot ?? [];
  if (!best) return { ...before, whyNot, fit: 'no' };
  return {
    fit: best.given === 1 ? 'whole' : 'less',
    edit: batch(message('edit.recipe', { recipe: recipe.name }), [...edits, ...best.edit.edits]),
    after: best.after,
    figures: best.figures,
    reasons: best.reasons,
    whyNot,
  };
}

/** Adds what is missing, and says what is wished of the whole; empty where every system is there. */
function wishing({ systems, wish }: Recipe, plan: Plan): SingleEdit[] {
  let now = plan;
  const added = systems
    .filter((s) => !plan.systems.some((there) => there.name === s.name && there.origin === 'new'))
    .map(({ name, profile, wish: of }): SingleEdit => {
      const id = freshSystemId(now);
      const system = { ...systemFrom(profile, { id, name, origin: 'new' }), wish: of };
      now = { ...now, systems: [...now.systems, system] };
      return { kind: 'add-system', system };
    });
  if (added.length === 0) return [];
  return [...added, { kind: 'wish-for', wish: { ...wish, untouched: plan.wish?.untouched ?? [] } }];
}

/** What many machines come to. Times in seconds, data in bytes. */
export interface RecipeTotals {
  readonly fits: Readonly<Record<RecipeFit, number>>;
  readonly movedBytes: number;
  readonly seconds: number;
  readonly restarts: number;
}

export function totalsOf(outcomes: readonly Pick<RecipeOutcome, 'fit' | 'figures'>[]): RecipeTotals {
  const fits: Record<RecipeFit, number> = { whole: 0, less: 0, no: 0, there: 0 };
  let [movedBytes, seconds, restarts] = [0, 0, 0];
  for (const { fit, figures } of outcomes) {
    fits[fit] += 1;
    if (fit !== 'whole' && fit !== 'less') continue;
    movedBytes += figures.moved.most;
    seconds += figures.seconds.most;
    restarts += figures.restarts;
  }
  return { fits, movedBytes, seconds, restarts };
}
