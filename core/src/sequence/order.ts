import type { TableFault } from './table-model.js';
import { startKey, withNeeds, type Environment } from './step.js';
import type { Step } from './steps/kinds.js';

export type Ordered =
  | { readonly ok: true; readonly steps: readonly Step[] }
  /** Steps that wait for each other: no order exists. */
  | { readonly ok: false; readonly reason: 'circle'; readonly cycle: readonly string[] }
  /** A step that would leave a table which cannot be. */
  | {
      readonly ok: false;
      readonly reason: 'table';
      readonly cycle: readonly string[];
      readonly fault: TableFault;
    };

/** What it costs to go from one environment to another: 1 for a restart, 0 without. `undefined`: the start. */
export type RestartCost = (from: Environment | undefined, to: Environment) => number;

const anyChange: RestartCost = (from, to) => (from && startKey(from) === startKey(to) ? 0 : 1);

/** States of the search that are looked at before the best found by then is taken. */
const MOST_STATES = 2000;

/**
 * An order that honours every need, with the fewest restarts. In each environment everything is done that can be: doing
 * more before leaving never hurts. What is left to choose is the next environment, and that is searched by cost,
 * exactly up to 2000 states. Ties go to what was derived first. Needs that name no step are ignored.
 */
export function orderSteps(steps: readonly Step[], cost: RestartCost = anyChange): Ordered {
  const graph = new Graph(steps);
  const start = graph.begin();
  const queue: State[][] = [[start]];
  const seen = new Set<string>();
  let looked = 0;
  let furthest = start;
  for (let price = 0; price < queue.length; price++) {
    for (const state of queue[price] ?? []) {
      if (state.order.length > furthest.order.length) furthest = state;
      if (state.order.length === steps.length)
        return { ok: true, steps: state.order.map((i) => graph.clean(i)) };
      const key = `${state.done.join('')} ${state.environment ? startKey(state.environment) : ''}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const choices = graph.choices(state);
      const few = looked++ < MOST_STATES ? choices : choices.slice(0, 1);
      for (const environment of few) {
        const next = price + cost(state.environment, environment);
        (queue[next] ??= []).push(graph.doAll(state, environment));
      }
    }
  }
  return { ok: false, reason: 'circle', cycle: steps.filter((_, i) => !furthest.done[i]).map((s) => s.id) };
}

interface State {
  readonly environment: Environment | undefined;
  /** By step: 1 where it is done. */
  readonly done: Uint8Array;
  /** By step: how many it still waits for. */
  readonly waits: Int32Array;
  /** Indices in the order done. */
  readonly order: readonly number[];
}

class Graph {
  private readonly keys: readonly string[];
  private readonly ids: ReadonlySet<string>;
  /** Indices of the steps that wait for each. */
  private readonly waiting: readonly (readonly number[])[];

  constructor(private readonly steps: readonly Step[]) {
    this.keys = steps.map((s) => startKey(s.environment));
    const index = new Map(steps.map((s, i) => [s.id, i]));
    this.ids = new Set(index.keys());
    const waiting: number[][] = steps.map(() => []);
    steps.forEach((s, i) => {
      for (const need of new Set(s.needs)) {
        const at = index.get(need);
        if (at !== undefined) waiting[at]!.push(i);
      }
    });
    this.waiting = waiting;
  }

  begin(): State {
    const waits = new Int32Array(this.steps.length);
    for (const list of this.waiting) for (const i of list) waits[i]! += 1;
    return { environment: undefined, done: new Uint8Array(this.steps.length), waits, order: [] };
  }

  /** Environments in which something can be done now, in the order of their first such step. */
  choices({ done, waits }: State): Environment[] {
    const found = new Map<string, Environment>();
    this.steps.forEach((s, i) => {
      if (!done[i] && waits[i] === 0 && !found.has(this.keys[i]!)) found.set(this.keys[i]!, s.environment);
    });
    return [...found.values()];
  }

  /** Everything that can be done in the environment, each time the first derived. */
  doAll(state: State, environment: Environment): State {
    const key = startKey(environment);
    const done = state.done.slice();
    const waits = state.waits.slice();
    const order = [...state.order];
    for (let i = 0; i < this.steps.length;) {
      if (done[i] || waits[i] !== 0 || this.keys[i] !== key) {
        i += 1;
        continue;
      }
      done[i] = 1;
      order.push(i);
      let next = i + 1;
      for (const j of this.waiting[i]!) {
        waits[j]! -= 1;
        if (waits[j] === 0) next = Math.min(next, j);
      }
      i = next;
    }
    return { environment, done, waits, order };
  }

  clean(i: number): Step {
    const s = this.steps[i]!;
    const needs = [...new Set(s.needs)].filter((id) => this.ids.has(id));
    return needs.length === s.needs.length ? s : withNeeds(s, needs);
  }
}
