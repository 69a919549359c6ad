import { derived, type Planned, type StepRecord } from '../plan/index.js';
import { deviceName } from '../recognition/index.js';
import {
  momentsOf,
  recognitionSheet,
  sheetsOf,
  type Moment,
  type RecognitionRow,
  type Sheet,
} from '../moment/index.js';
import {
  dayOf,
  lossesOf,
  procedureFor,
  timeOf,
  type Day,
  type Environment,
  type Procedure,
  type Phase,
  type Range,
  type Step,
} from '../sequence/index.js';
import { startWords, type StartWords } from '../start/index.js';
import { commandLines, message, type Message, type Text } from '../words/index.js';
import { hasScript, type Deed } from '../deed/index.js';
import { phaseByScript, type PhaseByScript } from './by-script.js';
import { deedIn, typedOf, type Typed } from './typed.js';
import { findDisk, type FindDisk } from './find-disk.js';
import { exposureOf, laneOf, nameOf, placeNote, placeOf, stepSays, type StepCode } from './says/index.js';
import type { ExposureSays } from './says/exposure.js';
import type { LaneSays, NoteSays, PlaceSays } from './says/place.js';
import { timeSays, type TimeSays } from './time.js';
import { backSays, lossSays, type BackStep, type LossSays } from './way-back.js';
import { mountsOf, type SystemMounts } from './mounts.js';

export interface RunbookStep {
  readonly id: string;
  /** 1-based, through all phases. */
  readonly number: number;
  readonly step: Step;
  readonly says: Message<StepCode>;
  /** What it does in a live session, as data; `null` elsewhere, and where a person does it. */
  readonly deed: Deed | null;
  /** What is typed for it. */
  readonly typed: readonly Typed[];
  /** What is lost if power fails while it runs. */
  readonly exposure: ExposureSays | null;
  readonly done: boolean;
  /** When it was done, and what was noted of it. */
  readonly record: StepRecord | null;
  /** `null` where it is not worth a figure. */
  readonly time: TimeSays | null;
}

export interface RunbookPhase {
  readonly title: PlaceSays;
  readonly lane: LaneSays;
  readonly note: NoteSays;
  readonly environment: Environment;
  readonly restart: boolean;
  /** How the disk is found there, before anything else. */
  readonly find: (FindDisk & { readonly typed: Typed }) | null;
  /** The script that does it, where there is anything for one to do. */
  readonly script: PhaseByScript | null;
  /** The disk when it is entered. */
  readonly disk: Planned;
  /** Whether it is drawn again: it is another than when the phase before was entered, and not too full to be drawn small. */
  readonly drawnAgain: boolean;
  readonly steps: readonly RunbookStep[];
  /** What is listed there when it is entered, where a line of it is picked. */
  readonly sheet: Sheet | null;
}

export type OrderSays = Message<'order.circle' | 'order.too-many' | 'order.place'>;

export interface StepTime {
  readonly step: string;
  readonly seconds: Range;
}

/** A procedure to carry out elsewhere, with the sheet to recognise each part by. Its sentences are messages. */
export interface Runbook {
  readonly diskBytes: number;
  readonly device: string;
  readonly phases: readonly RunbookPhase[];
  readonly restarts: number;
  readonly moved: Range;
  readonly seconds: Range;
  /** How long all of it takes, by rules of thumb. */
  readonly day: Day;
  /** How long each step takes whoever does it, in their order. */
  readonly times: readonly StepTime[];
  readonly sheet: readonly RecognitionRow[];
  /** The plan on its reading: the disk as found and as planned. */
  readonly planned: Planned;
  /** Why there is no order of steps, where there is none. */
  readonly refusal: OrderSays | null;
  /** What cannot be brought back, from which step on. */
  readonly losses: readonly LossSays[];
  /** How many steps are done: the last that is ticked off, and what is before it. */
  readonly done: number;
  /** How to return to as found from the end. From an earlier point the first ones are left out. */
  readonly back: readonly BackStep[];
  readonly starts: readonly StartWords[];
  /** Mount tables, for each system that has one. */
  readonly mounts: readonly SystemMounts[];
}

/** Partitions of a disk that can still be told apart in a small drawing. */
const MOST_DRAWN_SMALL = 24;

/** The runbook of a plan on its survey. Derived whole each time; ticks of steps that are no longer there have no effect. */
export const runbookFor = derived((planned): Runbook => {
  const { plan, survey } = planned;
  const procedure = procedureFor(planned);
  const ticked = new Set(plan.ticked);
  const moments = momentsOf(planned);
  const sheets = new Map(sheetsOf(planned).map((sheet) => [sheet.after, sheet]));
  let number = 0;
  let drawn = moments[0]!;
  const drawnAgain = (moment: Moment): boolean => {
    const changed = listedAs(moment) !== listedAs(drawn);
    drawn = moment;
    return changed && moment.planned.plan.partitions.length <= MOST_DRAWN_SMALL;
  };
  const phases = procedure.phases.map((phase, n): RunbookPhase => {
    const { environment, restart, steps } = phase;
    const entered = moments[number]!;
    const done = steps.map((step): RunbookStep => {
      number += 1;
      const at = { ...planned, before: moments[number - 1]!, after: moments[number]! };
      const deed = deedIn(at, step);
      return {
        id: step.id,
        number,
        step,
        says: stepSays(at, step),
        deed,
        typed: typedOf(at, step, deed, n + 1),
        exposure: exposureOf(planned, step, step.kind),
        done: ticked.has(step.id),
        record: plan.records?.[step.id] ?? null,
        time: timeSaidOf(planned, step),
      };
    });
    return {
      title: placeOf(planned, environment),
      lane: laneOf(planned, environment),
      note: placeNote(planned, phase, n),
      environment,
      restart,
      find: foundFirst(planned, phase, entered),
      disk: entered.planned,
      drawnAgain: drawnAgain(entered),
      sheet: sheets.get(entered.after) ?? null,
      steps: done,
      script: hasScript(done.map(({ deed }) => deed)) ? phaseByScript(done, n + 1) : null,
    };
  });
  const { ordered, restarts, moved, seconds } = procedure;
  const steps = ordered.ok ? ordered.steps : [];
  return {
    diskBytes: survey.disk.sizeSectors * survey.disk.sectorBytes,
    device: deviceName(plan.machine),
    phases,
    restarts,
    moved,
    seconds,
    day: dayOf(planned, steps, restarts),
    times: steps.map((step) => ({ step: step.id, seconds: timeOf(planned, step) })),
    sheet: recognitionSheet(planned),
    planned,
    refusal: ordered.ok ? null : orderSays(planned, ordered),
    losses: lossesOf(planned, steps).map((loss) => lossSays(planned, loss, steps)),
    done: steps.findLastIndex((s) => ticked.has(s.id)) + 1,
    back: backSays(planned, steps, steps.length).steps,
    starts: startWords(planned),
    mounts: mountsOf(planned),
  };
});

/** What the table lists at a moment, to be compared. */
const listedAs = ({ planned, made }: Moment): string => JSON.stringify([planned.plan.partitions, made]);

function foundFirst(planned: Planned, phase: Phase, then: Moment): RunbookPhase['find'] {
  const find = findDisk(planned, phase, then);
  const { commands = [] } = find ?? {};
  const lines = commands.flatMap((command) => commandLines(command));
  return find && { ...find, typed: { role: 'guard', says: null, commands, lines } };
}

/** From this on it is worth a figure. */
const LONG_SECONDS = 15 * 60;

function timeSaidOf(planned: Planned, step: Step): TimeSays | null {
  const time = timeOf(planned, step);
  return time.most >= LONG_SECONDS || (step.seconds?.most ?? 0) > 0 ? timeSays(time) : null;
}

/** Why there is no order of steps, and what to do. */
function orderSays(planned: Planned, ordered: Extract<Procedure['ordered'], { ok: false }>): OrderSays {
  if (ordered.reason === 'circle')
    return message('order.circle', {
      moved: ordered.cycle
        .filter((id) => id.startsWith('move:'))
        .map((id) => nameOf(planned, id.slice('move:'.length))),
    });
  const { fault } = ordered;
  if (fault.code === 'too-many') return message('order.too-many', { most: fault.most });
  const part = (id: string | null): Text =>
    id === null ? message('order.container') : message('order.part', { name: nameOf(planned, id) });
  return message('order.place', {
    parts: [part(fault.one), ...(fault.code === 'overlap' ? [part(fault.other)] : [])],
  });
}
