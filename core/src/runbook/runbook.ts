import { derived, partitionTitle } from '../plan/index.js';
import { formatBoth } from '../quantity/index.js';
import { deviceName, recognitionSheet, type Instruction, type RecognitionRow } from '../recognition/index.js';
import {
  lossesOf,
  procedureFor,
  type Environment,
  type Procedure,
  type Range,
  type Step,
} from '../sequence/index.js';
import { surveyedPartition } from '../survey/index.js';
import { startWords, type StartWords } from '../start/index.js';
import { backInWords, lossInWords, type BackStep } from './way-back.js';
import {
  environmentNote,
  environmentTitle,
  stepWords,
  wordContext,
  type StepWords,
  type WordContext,
} from './words/index.js';

export interface RunbookStep extends StepWords {
  readonly id: string;
  /** 1-based, through all phases. */
  readonly number: number;
  readonly step: Step;
  readonly done: boolean;
  /** Time in words, or null where it is not worth a figure. */
  readonly time: string | null;
}

export interface RunbookPhase {
  readonly title: string;
  readonly note: string;
  readonly environment: Environment;
  readonly restart: boolean;
  readonly steps: readonly RunbookStep[];
}

/** A procedure to carry out elsewhere, in words, with the sheet to recognise each part by. */
export interface Runbook {
  readonly disk: string;
  readonly device: string;
  readonly phases: readonly RunbookPhase[];
  readonly restarts: number;
  readonly moved: Range;
  readonly seconds: Range;
  readonly sheet: readonly RecognitionRow[];
  /** Why there is no order of steps, where there is none. */
  readonly refusal: string | null;
  /** What cannot be brought back, from which step on. */
  readonly losses: readonly string[];
  /** How many steps are done: the last that is ticked off, and what is before it. */
  readonly done: number;
  /** How to return to as found from the end. From an earlier point the first ones are left out. */
  readonly back: readonly BackStep[];
  readonly starts: readonly StartWords[];
}

/** The runbook of a plan on its survey. Derived whole each time; ticks of steps that are no longer there have no effect. */
export const runbookFor = derived((planned): Runbook => {
  const { plan, survey } = planned;
  const procedure = procedureFor(planned);
  const context = wordContext(planned);
  const ticked = new Set(plan.ticked);
  let number = 0;
  const phases = procedure.phases.map((phase): RunbookPhase => ({
    title: environmentTitle(phase.environment, plan),
    note: environmentNote(phase.environment, plan, phase.restart),
    environment: phase.environment,
    restart: phase.restart,
    steps: phase.steps.map((step): RunbookStep => {
      number += 1;
      const time = step.seconds && step.seconds.most > 0 ? timeInWords(step.seconds) : null;
      return { id: step.id, number, step, done: ticked.has(step.id), time, ...stepWords(step, context) };
    }),
  }));
  const { ordered } = procedure;
  const steps = ordered.ok ? ordered.steps : [];
  const done = steps.findLastIndex((s) => ticked.has(s.id)) + 1;
  return {
    disk: formatBoth(survey.disk.sizeSectors * survey.disk.sectorBytes),
    device: deviceName(plan.machine),
    phases,
    restarts: procedure.restarts,
    moved: procedure.moved,
    seconds: procedure.seconds,
    sheet: recognitionSheet(planned),
    refusal: ordered.ok ? null : refusalOfOrder(ordered, context),
    losses: lossesOf(planned, steps).map((loss) => lossInWords(loss, steps, context)),
    done,
    back: backInWords(planned, steps, steps.length).steps,
    starts: startWords(planned),
  };
});

/** Why there is no order of steps, and what to do. */
function refusalOfOrder(
  ordered: Extract<Procedure['ordered'], { ok: false }>,
  { plan, survey }: WordContext,
): string {
  const named = (id: string | null) => {
    const p = plan.partitions.find((q) => q.id === id || q.from === id);
    const found = surveyedPartition(survey, id);
    const role = plan.found[id ?? '']?.role ?? 'other';
    if (id === null) return 'the extended container';
    return `“${p ? partitionTitle(p) : partitionTitle({ label: found?.volume?.label, name: found?.name, role })}”`;
  };
  if (ordered.reason === 'circle') {
    const moved = ordered.cycle.flatMap((id) =>
      id.startsWith('move:') ? [named(id.slice('move:'.length))] : [],
    );
    const which = moved.length > 0 ? `${moved.join(' and ')} stand` : 'Parts stand';
    return `There is no order of steps for this plan: ${which} in each other’s way, and no free place on the disk holds one of them for the time being. Leave scratch room, move only one of them, or swap them by way of a backup.`;
  }
  const { fault } = ordered;
  if (fault.code === 'too-many')
    return `There is no order of steps for this plan: on the way the table would list more than ${fault.most} partitions. Delete one first, in a plan of its own.`;
  const other = fault.code === 'overlap' ? ` and ${named(fault.other)}` : '';
  return `There is no order of steps for this plan: on the way ${named(fault.one)}${other} would lie where the table cannot list them. Divide the change into two plans.`;
}

/** A range of time, coarse on purpose: `under a minute`, `up to 4 min`, `4–9 min`, `2–5 h`. */
export function timeInWords({ least, most }: Range): string {
  if (most < 60) return 'under a minute';
  if (most < 100 * 60) return between(Math.floor(least / 60), Math.ceil(most / 60), 'min');
  return between(Math.floor(least / 3600), Math.ceil(most / 3600), 'h');
}

function between(least: number, most: number, unit: string): string {
  if (least === 0) return `up to ${most} ${unit}`;
  return least === most ? `${most} ${unit}` : `${least}–${most} ${unit}`;
}

/** What the recognition sheet says to do with a line. */
export const INSTRUCTION_WORDS: Readonly<Record<Instruction, string>> = {
  'install-here': 'install here',
  'use-keep': 'use, do not format',
  format: 'format',
  'leave-alone': 'leave alone',
  'give-to-setup': 'give to its setup',
  nothing: '—',
};
