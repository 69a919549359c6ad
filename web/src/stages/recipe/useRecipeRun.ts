import type { MachineRow, OpenedMachine, Recipe, RecipeOutcome, Stratum, Survey } from '@rhizotome/core';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api/client.js';
import { newId } from '../../parts/new-id.js';
import { RecipeWorker } from '../../workers/recipe.js';
import { whyOf } from '../../parts/why-of.js';

/** What a recipe comes to on one machine of the bench. */
export interface MachineResult {
  readonly machine: OpenedMachine;
  readonly survey: Survey;
  readonly outcome: RecipeOutcome;
  readonly strata: readonly Stratum[];
}

export type ResultRow = { readonly id: string; readonly name: string } & (
  | { readonly state: 'worked'; readonly result: MachineResult }
  | { readonly state: 'no-plan' }
  | { readonly state: 'failed'; readonly why: string }
  | { readonly state: 'applied' }
  | { readonly state: 'not-applied'; readonly why: string; readonly result: MachineResult }
);

export interface RecipeRun {
  readonly recipe: Recipe | null;
  readonly rows: readonly ResultRow[];
  /** Of all machines; where it runs. */
  readonly progress: { readonly done: number; readonly of: number } | null;
  readonly start: (recipe: Recipe) => void;
  readonly stop: () => void;
  /** Applies it to these machines, one after the other. */
  readonly apply: (ids: readonly string[]) => Promise<void>;
}

/** Works a recipe out for every machine of the bench, one by one, in a worker; nothing is changed until it is applied. */
export function useRecipeRun(): RecipeRun {
  const [recipe, setRecipe] = useState<Recipe | null>(null);
  const [rows, setRows] = useState<readonly ResultRow[]>([]);
  const [progress, setProgress] = useState<RecipeRun['progress']>(null);
  const stopping = useRef<() => void>(() => undefined);
  useEffect(() => () => stopping.current(), []);

  const start = (next: Recipe) => {
    stopping.current();
    const run = new AbortController();
    const worker = new RecipeWorker();
    stopping.current = () => {
      run.abort();
      worker.end();
      setProgress(null);
    };
    const add = (row: ResultRow) => {
      if (!run.signal.aborted) setRows((before) => [...before, row]);
    };
    setRecipe(next);
    setRows([]);
    void (async () => {
      const machines = await api.list();
      for (const [done, machine] of machines.entries()) {
        if (run.signal.aborted) return;
        setProgress({ done, of: machines.length });
        const row = await worked(worker, next, machine);
        add(row);
      }
      stopping.current();
    })().catch((error: unknown) => {
      setRows((before) => [...before, { id: '', name: '', state: 'failed', why: whyOf(error) }]);
      stopping.current();
    });
  };

  const apply = async (ids: readonly string[]) => {
    for (const row of rows)
      if (ids.includes(row.id) && 'result' in row) {
        const next = await appliedTo(row.result);
        setRows((before) => before.map((r) => (r.id === row.id ? { ...r, ...next } : r)));
      }
  };
  return { recipe, rows, progress, start, stop: () => stopping.current(), apply };
}

async function worked(worker: RecipeWorker, recipe: Recipe, { id, name }: MachineRow): Promise<ResultRow> {
  try {
    const machine = await api.open(id);
    const survey = machine.surveys.find((s) => s.id === machine.plan.surveyId);
    if (!survey) return { id, name, state: 'no-plan' };
    const { plan, story } = machine;
    const { outcome, strata } = await worker.apply(recipe, { name, story, plan, survey });
    return { id, name, state: 'worked', result: { machine, survey, outcome, strata } };
  } catch (error) {
    return { id, name, state: 'failed', why: whyOf(error) };
  }
}

async function appliedTo(
  result: MachineResult,
): Promise<
  | { readonly state: 'applied' }
  | { readonly state: 'not-applied'; readonly why: string; readonly result: MachineResult }
> {
  const { machine, outcome } = result;
  try {
    if (outcome.edit)
      await api.postEdits(machine.id, machine, [{ key: newId(), intent: 'do', edit: outcome.edit }]);
    return { state: 'applied' };
  } catch (error) {
    return { state: 'not-applied', why: whyOf(error), result };
  }
}
