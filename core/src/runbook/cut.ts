import { momentsOf } from '../moment/index.js';
import { partitionTitle, type Planned, type PlannedPartition } from '../plan/index.js';
import { kindOf, procedureFor, type Step } from '../sequence/index.js';
import { surveyedPartition } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { message, type Code, type Message, type Text } from '../words/index.js';
import { wayBackSays } from './way-back.js';
import { deviceOf, foundName } from './says/facts.js';

type CutSays = Message<Extract<Code, `cut.${string}`>>;

/** One answer to what is asked after a power cut, and the ways on from there: one of them is gone. */
export interface CutBranch {
  readonly when: CutSays;
  readonly ways: readonly CutSays[];
}

/** What a power cut in a step leaves, and what to do then. */
export interface Cut {
  /** Number of the step in which it happens. */
  readonly step: number;
  /** Volumes that may be lost, that are not listed any more, and that are whole. */
  readonly lost: readonly Text[];
  readonly unlisted: readonly Text[];
  readonly whole: readonly Text[];
  /** What is done before anything else; `null` where nothing has to be found out. */
  readonly first: CutSays | null;
  /** What is to be found out; the branches are its answers, and exclude each other. `null`: there is one branch, whatever was done. */
  readonly ask: CutSays | null;
  readonly branches: readonly CutBranch[];
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
    ...waysOn(planned, step, done, (id) => ({
      device: deviceOf(at, id),
      volume: foundName(planned, id),
    })),
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

type Ways = Pick<Cut, 'first' | 'ask' | 'branches'>;

function waysOn(
  planned: Planned,
  step: Step,
  done: number,
  line: (partition: string) => { readonly device: string; readonly volume: Text },
): Ways {
  const number = done + 1;
  const again = message('cut.again', { step: number });
  const before = [again, ...goBack(planned, done, step)];
  const branch = (
    when: 'yes' | 'no' | 'before' | 'after' | 'neither',
    ways: readonly CutSays[],
  ): CutBranch => ({
    when: message(`cut.when-${when}`),
    ways,
  });
  const { table } = kindOf(step);
  if (step.kind === 'move' || step.kind === 'move-aside') {
    if (!step.exposure)
      return {
        first: null,
        ask: null,
        branches: [{ when: message('cut.whole-there', line(step.partition)), ways: before }],
      };
    const fromBytes = step.exposure.when.from * planned.survey.disk.sectorBytes;
    const about = { ...line(step.partition), step: number };
    return {
      first: message('cut.read'),
      ask: message('cut.ask-moved', { ...about, fromBytes }),
      branches: [branch('yes', before), branch('no', [message('cut.restore-moved', about)])],
    };
  }
  if (table === 'place' && 'partition' in step) {
    const about = { ...line(step.partition), step: number };
    return {
      first: message('cut.check', about),
      ask: message('cut.ask-check', about),
      branches: [branch('yes', before), branch('no', [message('cut.restore', about)])],
    };
  }
  if (table === 'renewed' || table === 'rewritten') {
    const { ordered } = procedureFor(planned);
    const copied =
      ordered.ok && ordered.steps.slice(0, done).some((s) => s.kind === 'safety-copy' && s.of !== 'list');
    return {
      first: message('cut.list'),
      ask: message('cut.ask-table'),
      branches: [
        branch('before', before),
        branch('after', [message('cut.go-on', { step: number + 1 })]),
        branch('neither', [copied ? message('cut.copy-back', { step: number }) : again]),
      ],
    };
  }
  return { first: null, ask: null, branches: [{ when: message('cut.when-any'), ways: before }] };
}

function goBack(planned: Planned, done: number, { writes }: Step): CutSays[] {
  const back = wayBackSays(planned, done).steps;
  const [first] = back;
  if (first) return [message('cut.back', { count: back.length, step: first.undoes })];
  return writes.length === 0 ? [message('cut.as-found')] : [];
}
