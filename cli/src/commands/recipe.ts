import { readdirSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import {
  applyRecipe,
  dayPlanMarkdown,
  encodeUtf8,
  english,
  outcomeSays,
  readRecipe,
  runbookFiles,
  totalsOf,
  totalsSay,
  titleOf,
  zipOfAll,
  type Recipe,
  type RecipeMachine,
} from '@rhizotome/core';
import { EXIT, Failure, fileReason } from '../failure.js';
import { readBytes, readMachine } from '../input.js';
import { print, printJson, writeFile } from '../output.js';
import { visible } from '../visible.js';
import { say, text } from '../words.js';

export interface RecipeOptions {
  readonly json?: boolean;
  /** A file to write the runbooks of all machines into. */
  readonly zip?: string;
  readonly force?: boolean;
}

interface Applied extends RecipeMachine {
  readonly file: string;
  readonly story: string;
}

/** Tells what a recipe comes to on the machines of a folder. @returns the exit code: 1 where it does not fit one of them */
export function recipeApply(path: string, folder: string, { json, zip, force }: RecipeOptions): number {
  const recipe = recipeIn(path);
  const machines = machinesIn(folder).map((file) => applied(recipe, file));
  if (zip !== undefined) writeFile(zip, force === true, (put) => put(zipped(recipe, machines), 0), path);
  if (json)
    printJson({
      format: 'rhizotome/recipe-outcome',
      version: 1,
      machines: machines.map(({ file, name, outcome }) => ({
        file,
        name,
        fit: outcome.fit,
        says: say(outcomeSays(outcome)),
        moved: outcome.figures.moved,
        seconds: outcome.figures.seconds,
        restarts: outcome.figures.restarts,
        edit: outcome.edit,
      })),
      totals: totalsOf(machines.map((m) => m.outcome)),
    });
  else {
    const lines = machines.map(({ name, outcome }) => `${visible(name)}: ${say(outcomeSays(outcome))}`);
    print([...lines, '', say(totalsSay(machines))].join('\n'));
  }
  return machines.some((m) => m.outcome.fit === 'no') ? EXIT.found : EXIT.done;
}

function recipeIn(path: string): Recipe {
  const read = readRecipe(new TextDecoder().decode(readBytes(path)));
  if (read.ok) return read.recipe;
  const { line, column, says } = read.error;
  throw new Failure(`${path}:${line}:${column}: ${text(says)}`);
}

const MACHINE_FILES: readonly string[] = ['.rhizotome', '.json'];

function machinesIn(folder: string): string[] {
  let names: string[];
  try {
    names = readdirSync(folder);
  } catch (error) {
    throw new Failure(`${folder} cannot be read: ${fileReason(error)}.`);
  }
  const files = names.filter((name) => MACHINE_FILES.includes(extname(name))).sort();
  if (files.length === 0)
    throw new Failure(
      `${folder} has no machine: files that end with ${MACHINE_FILES.join(' or ')} are read.`,
    );
  return files.map((name) => join(folder, name));
}

function applied(recipe: Recipe, file: string): Applied {
  const { name, story, plan, survey } = readMachine(file);
  if (!plan || !survey) throw new Failure(`${file} holds no plan on a disk. Take it out of the folder.`);
  const outcome = applyRecipe(recipe, { plan, survey });
  return { file, name: name || basename(file, extname(file)), story, survey, outcome };
}

/** The runbooks of all that change, and the page of the day. */
function zipped(recipe: Recipe, machines: readonly Applied[]): Uint8Array {
  const madeAt = new Date().toISOString();
  const worked = machines
    .filter(({ outcome }) => outcome.edit !== null)
    .map(({ name, story, survey, outcome }) => {
      const planned = { plan: outcome.after, survey };
      const title = titleOf(english, planned, visible(name), madeAt);
      return { machine: title.machine, files: runbookFiles(english, planned, story, title) };
    });
  const day = encodeUtf8(dayPlanMarkdown(english, recipe.name, machines));
  return zipOfAll(worked, { 'day.md': day }, madeAt);
}
