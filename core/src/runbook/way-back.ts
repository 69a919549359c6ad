import { type Planned, partitionOf, partitionTitle, systemOf } from '../plan/index.js';
import { modeName } from '../machine/index.js';
import { formatBoth } from '../quantity/index.js';
import { partitionDevice } from '../recognition/index.js';
import { procedureFor, wayBack, type Loss, type Step, type StepBack } from '../sequence/index.js';
import { surveyedPartition } from '../survey/index.js';
import { exposureInWords } from './words/change.js';
import { environmentTitle, wordContext, type WordContext } from './words/index.js';
import { foundName } from './words/word-context.js';

/** One step back: what to do, where, and what a power cut costs. */
export interface BackStep {
  readonly id: string;
  /** Number of the step that it undoes: whoever has come so far, and not further, begins here. */
  readonly undoes: number;
  readonly title: string;
  readonly where: string;
  readonly exposure: string | null;
}

export interface WayBackWords {
  readonly steps: readonly BackStep[];
  /** What cannot be brought back, and why; a sentence each. */
  readonly losses: readonly string[];
}

/** The way back to as found after the first `done` steps of the plan’s procedure, in words. */
export function wayBackInWords(planned: Planned, done: number): WayBackWords {
  const { ordered } = procedureFor(planned);
  return backInWords(planned, ordered.ok ? ordered.steps : [], done);
}

/** The same, of steps that are in order already. */
export function backInWords(planned: Planned, steps: readonly Step[], done: number): WayBackWords {
  const { plan } = planned;
  const { steps: back, losses } = wayBack(planned, steps, done);
  const context = wordContext(planned);
  return {
    steps: back.map((step) => ({
      id: step.id,
      undoes: steps.findIndex((s) => `back:${s.id}` === step.id) + 1,
      title: backTitle(step, context),
      where: lowered(environmentTitle(step.environment, plan)),
      exposure: exposureInWords(context, step) ?? null,
    })),
    losses: losses.map((loss) => lossInWords(loss, steps, context)),
  };
}

const lowered = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** A loss in a sentence: what, from which step on, and why. */
export function lossInWords(loss: Loss, steps: readonly Step[], context: WordContext): string {
  const number = steps.findIndex((s) => s.id === loss.step) + 1;
  const step = steps[number - 1];
  const name = step ? foundName(context, { ...step, found: loss.found }) : loss.found;
  return loss.why === 'formatted'
    ? `${name} is formatted in step ${number}; from then on what it held comes only from the backup.`
    : `${name} is written over in step ${number}; until then its entry can be restored, and what it holds with it. Afterwards only the backup has it.`;
}

function backTitle(step: StepBack, context: WordContext): string {
  const { plan, survey, device } = context;
  const found = surveyedPartition(survey, step.found);
  const planned = step.partition === null ? undefined : partitionOf(plan, step.partition);
  const name = found ? foundName(context, step) : planned ? `“${partitionTitle(planned)}”` : '';
  const size = (span: Step['after']) => (span ? formatBoth(span.length * survey.disk.sectorBytes) : '');
  const system = (step.system && systemOf(plan, step.system)?.name) ?? 'the system';
  switch (step.kind) {
    case 'shrink':
      return `Grow ${name} back to ${size(step.after)}`;
    case 'grow':
      return `Shrink ${name} back to ${size(step.after)}: the file system first`;
    case 'move':
    case 'move-aside':
      return `Move ${name} back: its start from sector ${step.before!.start} to sector ${step.after!.start}`;
    case 'create':
      return `Delete the new ${planned ? `“${partitionTitle(planned)}”` : 'partition'}, ${size(step.before)}`;
    case 'delete':
      return `List ${name} again as ${partitionDevice(device, found!.number)}: start sector ${found!.start}, ${size(found!)}. Do not format it`;
    case 'new-table':
    case 'convert-table':
    case 'relist':
      return 'Write the table of the safety copy back';
    case 'create-container':
    case 'grow-container':
    case 'shrink-container':
    case 'delete-container':
      return step.after
        ? `Set the extended container back: from sector ${step.after.start}, ${size(step.after)}`
        : 'Delete the extended container again';
    case 'set-active':
      return 'Set the active mark as it was found';
    case 'set-type':
      return `Set the type of ${name} as it was found`;
    case 'set-label':
      return `Set the label of ${name} as it was found`;
    case 'install':
      return plan.target.mode === 'uefi'
        ? `Take the start entry of ${system} out of the firmware’s list, and its directory from the EFI system partition`
        : 'Write the first 440 bytes of the safety copy back: the loader that was there. What follows them in that sector is the table, and is left alone';
    case 'redo-start':
      return `Make ${system} start as before, with its own repair tools`;
    case 'firmware-mode':
      return `Set the firmware back to ${modeName(plan.target.mode === 'uefi' ? 'bios' : 'uefi')} mode`;
    case 'secure-boot-off':
      return 'Turn Secure Boot on again';
    case 'suspend-protection':
      return `Resume the encryption’s protection on ${name}`;
  }
}
