import {
  Fields,
  linesOf,
  NotationFault,
  oneString,
  quoted,
  shaped,
  systemWishFields,
  takeSystemWish,
  takeWish,
  wishFields,
  type NotationError,
} from '../notation/index.js';
import { USUAL_WISH } from '../plan/index.js';
import { parseJson, readDocumentOf } from '../schema/index.js';
import { SYSTEM_PROFILES, USUAL_SYSTEM_WISH } from '../system/index.js';
import { RECIPE_DOCUMENT, RecipeSchema, type Recipe, type RecipeSystem } from './recipe.js';
import { message, type Phrase } from '../words/index.js';

const FIRST_LINE = 'rhizotome recipe 1';

export type RecipeRead =
  { readonly ok: true; readonly recipe: Recipe } | { readonly ok: false; readonly error: NotationError };

/** The text of a recipe; `readRecipe` of it is the same again. */
export function printRecipe({ name, systems, wish }: Recipe): string {
  const lines = [
    FIRST_LINE,
    `recipe ${quoted(name)}`,
    ...systems.map((s) =>
      [`add ${quoted(s.name)}`, `like ${s.profile}`, ...systemWishFields(s.wish)].join(', '),
    ),
    wishFields({ ...wish, untouched: [] }).join(', '),
  ];
  return `${lines.join('\n')}\n`;
}

/** Reads a recipe, as text or as JSON. An error points at its line and column; nothing is read in part. */
export function readRecipe(text: string): RecipeRead {
  if (text.trimStart().startsWith('{')) return fromJson(text);
  try {
    return { ok: true, recipe: parse(text) };
  } catch (error) {
    if (error instanceof NotationFault) return { ok: false, error: error.error };
    throw error;
  }
}

function fromJson(text: string): RecipeRead {
  const failed = (says: Phrase): RecipeRead => ({
    ok: false,
    error: { line: 1, column: 1, length: 1, says },
  });
  let value: unknown;
  try {
    value = parseJson(text);
  } catch {
    return failed(message('text.recipe-cut'));
  }
  const read = readDocumentOf(RECIPE_DOCUMENT, value);
  if (read.ok) return { ok: true, recipe: read.value };
  return failed(read.fault.code === 'newer' ? message('text.recipe-newer') : message('text.recipe-odd'));
}

function parse(text: string): Recipe {
  const { lines } = linesOf(text);
  const [first, ...rest] = lines;
  const head = first?.fields[0];
  if (!head || lines[0]!.fields.length !== 1 || head.text !== FIRST_LINE)
    throw new NotationFault({
      line: first?.line ?? 1,
      column: 1,
      length: 1,
      says: message('text.recipe-first-line', { line: FIRST_LINE }),
    });
  let name = 'Recipe';
  let wish: Recipe['wish'] = withoutPlaces(USUAL_WISH);
  const systems: RecipeSystem[] = [];
  for (const line of rest) {
    const keyword = KEYWORDS.find((k) => line.fields[0]!.after(k) !== undefined);
    if (!keyword) return line.fields[0]!.fault(message('text.line-unknown', { known: KEYWORDS }));
    const fields = new Fields(line, keyword);
    if (keyword === 'recipe') name = oneString(fields.subject);
    else if (keyword === 'wish') {
      const told = takeWish(fields);
      if (told.untouched.length > 0) return line.fields[0]!.fault(message('text.recipe-place'));
      wish = withoutPlaces(told);
    } else systems.push(systemIn(fields));
    fields.done();
  }
  if (systems.length === 0) return head.fault(message('text.recipe-adds'));
  return shaped(RecipeSchema, { format: 'rhizotome/recipe', version: 1, name, systems, wish }, head);
}

const KEYWORDS = ['recipe', 'add', 'wish'] as const;

const withoutPlaces = ({ untouched: _, ...wish }: typeof USUAL_WISH): Recipe['wish'] => wish;

function systemIn(fields: Fields): RecipeSystem {
  const name = oneString(fields.subject);
  const profiles = SYSTEM_PROFILES.map((p) => p.id);
  const profile = fields.oneOf('like', profiles) ?? fields.subject.fault(message('text.like', { profiles }));
  return { name, profile, wish: takeSystemWish(fields) ?? USUAL_SYSTEM_WISH };
}
