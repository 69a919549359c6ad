import { z } from 'zod';
import { USUAL_WISH, WishSchema, type Plan, type Wish } from '../plan/index.js';
import { exactly, statedVersion, type DocumentKind } from '../schema/index.js';
import {
  hasOwnVolumes,
  nearestProfile,
  SYSTEM_PROFILES,
  SystemWishSchema,
  USUAL_SYSTEM_WISH,
  type SystemWish,
} from '../system/index.js';

/** A system that comes to every machine. */
export interface RecipeSystem {
  readonly name: string;
  /** Id of a system profile. */
  readonly profile: string;
  readonly wish: SystemWish;
}

/** What is wished of a machine, without a sector and without a name of any partition: it can be wished of many. */
export interface Recipe {
  readonly format: 'rhizotome/recipe';
  readonly version: 1;
  readonly name: string;
  readonly systems: readonly RecipeSystem[];
  readonly wish: Omit<Wish, 'untouched'>;
}

const MOST_SYSTEMS = 6;

export const RecipeSchema = exactly<Recipe>()(
  z.strictObject({
    format: z.literal('rhizotome/recipe'),
    version: z.literal(1),
    name: z.string().trim().min(1).max(80),
    systems: z
      .array(
        z.strictObject({
          name: z.string().trim().min(1).max(60),
          profile: z.enum(SYSTEM_PROFILES.map((p) => p.id)),
          wish: SystemWishSchema,
        }),
      )
      .min(1)
      .max(MOST_SYSTEMS)
      .readonly(),
    wish: WishSchema.omit({ untouched: true }),
  }),
);

export const RECIPE_DOCUMENT: DocumentKind<Recipe> = {
  version: 1,
  schema: RecipeSchema,
  upgrades: [],
  versionOf: statedVersion,
};

/** What a plan wishes, as a recipe: its new systems, each as the profile that comes closest. `undefined` where none comes. */
export function recipeOf(plan: Plan, name: string): Recipe | undefined {
  const systems = plan.systems
    .filter((s) => s.origin === 'new' && hasOwnVolumes(s))
    .map((s): RecipeSystem => ({
      name: s.name,
      profile: nearestProfile(s).id,
      wish: s.wish ?? USUAL_SYSTEM_WISH,
    }))
    .slice(0, MOST_SYSTEMS);
  if (systems.length === 0) return undefined;
  const { untouched: _, ...wish } = plan.wish ?? USUAL_WISH;
  return { format: 'rhizotome/recipe', version: 1, name, systems, wish };
}
