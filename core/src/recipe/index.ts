export {
  applyRecipe,
  totalsOf,
  type RecipeFit,
  type RecipeOutcome,
  type RecipeTotals,
} from './apply-recipe.js';
export { printRecipe, readRecipe, type RecipeRead } from './recipe-text.js';
export { RecipeSchema, recipeOf, type Recipe, type RecipeSystem } from './recipe.js';
export {
  dayPlanMarkdown,
  outcomeBesideRestarts,
  outcomeSays,
  totalsSay,
  type OutcomeSays,
  type RecipeMachine,
} from './day-plan.js';
