import type { Planned } from '../plan/index.js';
import { procedureFor, wayBack, type Loss, type Step } from '../sequence/index.js';
import { message, type Code, type Message } from '../words/index.js';
import { backOf, exposureOf, foundName, placeOfBack, type BackSays } from './says/index.js';
import type { ExposureSays } from './says/exposure.js';
import type { PlaceSays } from './says/place.js';

export type LossSays = Message<Extract<Code, `loss.${string}`>>;

/** One step back: what to do, where, and what a power cut costs. */
export interface BackStep {
  readonly id: string;
  /** Number of the step that it undoes: whoever has come so far, and not further, begins here. */
  readonly undoes: number;
  readonly title: BackSays;
  readonly where: PlaceSays;
  readonly exposure: ExposureSays | null;
}

export interface WayBackSays {
  readonly steps: readonly BackStep[];
  /** What cannot be brought back, and why. */
  readonly losses: readonly LossSays[];
}

/** The way back to as found after the first `done` steps of the plan’s procedure. */
export function wayBackSays(planned: Planned, done: number): WayBackSays {
  const { ordered } = procedureFor(planned);
  return backSays(planned, ordered.ok ? ordered.steps : [], done);
}

/** The same, of steps that are in order already. */
export function backSays(planned: Planned, steps: readonly Step[], done: number): WayBackSays {
  const { steps: back, losses } = wayBack(planned, steps, done);
  return {
    steps: back.flatMap((step) => {
      const title = backOf(planned, step);
      if (!title) return [];
      return [
        {
          id: step.id,
          undoes: steps.indexOf(step.undoes) + 1,
          title,
          where: placeOfBack(planned, step.environment),
          exposure: exposureOf(planned, step, step.undoes.kind),
        },
      ];
    }),
    losses: losses.map((loss) => lossSays(planned, loss, steps)),
  };
}

/** A loss: what, from which step on, and why. */
export function lossSays(planned: Planned, loss: Loss, steps: readonly Step[]): LossSays {
  const step = steps.findIndex((s) => s.id === loss.step) + 1;
  const said = { volume: foundName(planned, loss.found), step };
  return message(`loss.${loss.why}`, said);
}
