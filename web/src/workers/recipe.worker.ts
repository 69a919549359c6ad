/// <reference lib="webworker" />
import {
  applyRecipe,
  dayPlanMarkdown,
  encodeUtf8,
  english,
  overviewOf,
  runbookFiles,
  titleOf,
  zipOfAll,
  type Planned,
} from '@rhizotome/core';
import type { RecipeApplied, RecipeRequest } from './recipe.js';

addEventListener('message', ({ data }: MessageEvent<RecipeRequest>) => {
  postMessage(data.kind === 'apply' ? applied(data) : zipped(data));
});

function applied({ recipe, subject }: Extract<RecipeRequest, { kind: 'apply' }>): RecipeApplied {
  const outcome = applyRecipe(recipe, subject);
  return { outcome, strata: overviewOf(outcome.after, subject.survey).strata };
}

function zipped({ recipe, machines, madeAt }: Extract<RecipeRequest, { kind: 'zip' }>): Blob {
  const worked = machines.map(({ name, story, survey, outcome }) => {
    const planned: Planned = { plan: outcome.after, survey };
    const title = titleOf(english, planned, name, madeAt);
    return { machine: name, files: runbookFiles(english, planned, story, title) };
  });
  const day = encodeUtf8(dayPlanMarkdown(english, recipe.name, machines));
  const bytes = zipOfAll(worked, { 'day.md': day }, madeAt);
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/zip' });
}
