import type { Plan, Recipe, RecipeOutcome, Stratum, Survey } from '@rhizotome/core';

/** A machine as a recipe is applied to it. */
export interface RecipeSubject {
  readonly name: string;
  readonly story: string;
  readonly plan: Plan;
  readonly survey: Survey;
}

export type RecipeRequest =
  | { readonly kind: 'apply'; readonly recipe: Recipe; readonly subject: RecipeSubject }
  | {
      readonly kind: 'zip';
      readonly recipe: Recipe;
      readonly madeAt: string;
      readonly machines: readonly (RecipeSubject & { readonly outcome: RecipeOutcome })[];
    };

export interface RecipeApplied {
  readonly outcome: RecipeOutcome;
  /** The disk after it, for a small drawing. */
  readonly strata: readonly Stratum[];
}

/** Applies a recipe to machines one by one, in a worker. */
export class RecipeWorker {
  private readonly worker = new Worker(new URL('./recipe.worker.ts', import.meta.url), { type: 'module' });

  apply(recipe: Recipe, subject: RecipeSubject): Promise<RecipeApplied> {
    return this.ask<RecipeApplied>({ kind: 'apply', recipe, subject });
  }

  /** The runbooks of machines, and the plan of the day, as one file. */
  zip(request: Omit<Extract<RecipeRequest, { kind: 'zip' }>, 'kind'>): Promise<Blob> {
    return this.ask<Blob>({ kind: 'zip', ...request });
  }

  end(): void {
    this.worker.terminate();
  }

  /** One request at a time. @throws Error where the worker failed */
  private ask<T>(request: RecipeRequest): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.worker.onmessage = ({ data }: MessageEvent<T>) => resolve(data);
      this.worker.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
      this.worker.postMessage(request);
    });
  }
}
