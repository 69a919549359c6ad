import { momentsOf } from '../moment/index.js';
import { partitionTitle, type Planned, type PlannedPartition } from '../plan/index.js';
import { kindOf, procedureFor, type Step } from '../sequence/index.js';
import { surveyedPartition } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { message, type Code, type Message, type Text } from '../words/index.js';
import { wayBackSays } from './way-back.js';
import { deviceOf, foundName } from './says/facts.js';

type CutSays = Message<Extract<Code, `cut.${string}`>>;

/** What a power cut in a step leaves, and what to do then. */
export interface Cut {
  /** Number of the step in which it happens. */
  readonly step: number;
  /** Volumes that may be lost, that are not listed any more, and that are whole. */
  readonly lost: readonly Text[];
  readonly unlisted: readonly Text[];
  readonly whole: readonly Text[];
  /** What to do next, in this order. */
  readonly next: readonly CutSays[];
}

/** If the power fails in the step after the first `done`; nothing where all are done, or the steps have no order. */
export function cutAfter(planned: Planned, done: number): Cut | undefined {
  const { ordered } = procedureFor(planned);
  const step = ordered.ok ? ordered.steps[done] : undefined;
  const moments = momentsOf(planned);
  const before = moments[done];
  const after = moments[done + 1];
  if (!step || !before || !after) return undefined;
  const lost = step.exposure?.what ?? [];
  const unlisted = step.unlists?.what ?? [];
  const harmed = new Set([...lost, ...unlisted]);
  const at = { ...planned, before, after };
  return {
    step: done + 1,
    lost: lost.map((id) => foundName(planned, id)),
    unlisted: unlisted.map((id) => foundName(planned, id)),
    whole: before.planned.plan.partitions
      .filter((p) => holdsFiles(planned, p) && !harmed.has(p.from ?? p.id))
      .map((p) => partitionTitle(p)),
    next: [
      ...goOn(step, done + 1, planned.survey.disk.sectorBytes, (id) => ({
        device: deviceOf(at, id),
        volume: foundName(planned, id),
      })),
      ...goBack(planned, done, step),
    ],
  };
}

/** What had files when the disk was read, and was not made anew since. */
function holdsFiles({ survey }: Planned, { from, fileSystem, treatment }: PlannedPartition): boolean {
  return (
    surveyedPartition(survey, from) !== undefined &&
    treatment === 'keep' &&
    VOLUME_TRAITS[fileSystem].move !== 'recreate'
  );
}

function goOn(
  step: Step,
  number: number,
  sectorBytes: number,
  line: (partition: string) => { readonly device: string; readonly volume: Text },
): CutSays[] {
  const again = message('cut.again', { step: number });
  if (step.kind === 'move' || step.kind === 'move-aside') {
    const fromBytes = (step.exposure?.when.from ?? step.copy.sectors) * sectorBytes;
    const about = { ...line(step.partition), step: number, fromBytes };
    return step.exposure
      ? [message('cut.read'), message('cut.move-early', about), message('cut.move-late', about)]
      : [message('cut.move-again', about)];
  }
  const { table } = kindOf(step);
  if (table === 'place' && 'partition' in step) return [message('cut.check', line(step.partition)), again];
  return table === 'renewed' || table === 'rewritten' ? [message('cut.table'), again] : [again];
}

function goBack(planned: Planned, done: number, { writes }: Step): CutSays[] {
  const back = wayBackSays(planned, done).steps;
  const [first] = back;
  if (first) return [message('cut.back', { count: back.length, step: first.undoes })];
  return writes.length === 0 ? [message('cut.as-found')] : [];
}
