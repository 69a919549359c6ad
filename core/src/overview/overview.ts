import { message, type Code, type Message, type Text } from '../words/index.js';
import { countByLevel, findAll, type Level } from '../finding/index.js';
import { plannedParts } from '../layout/index.js';
import { usedOf, type Planned, type Plan } from '../plan/index.js';
import { formatDecimal } from '../quantity/index.js';
import { procedureFor } from '../sequence/index.js';
import { checksAfter, nextDue } from '../standing/index.js';
import type { Survey } from '../survey/index.js';
import { verdictsOf } from '../match/index.js';

/** The way through, in practitioners’ order. */
export const STAGES = ['machine', 'as-found', 'systems', 'boot', 'layout', 'findings', 'runbook'] as const;
export type Stage = (typeof STAGES)[number];

/** `empty`: nothing there yet. `open`: something is missing or wrong. `ready`: nothing is. */
export const STAGE_STATES = ['empty', 'open', 'ready'] as const;
export type StageState = (typeof STAGE_STATES)[number];

/** A partition or gap: its share of the disk, 0 to 1, and the owner's place in the list of systems (-1: none). */
export interface Stratum {
  readonly share: number;
  readonly owner: number;
  readonly kind: 'partition' | 'gap';
}

export type NextSays = Message<Extract<Code, `next.${string}`>>;

/** Where a machine stands. Derived; the same on the bench and beside the stages. */
export interface Overview {
  readonly stages: Readonly<Record<Stage, StageState>>;
  readonly findings: Readonly<Record<Level, number>>;
  readonly steps: { readonly done: number; readonly all: number };
  /** One line: `512.1 GB GPT, UEFI`. */
  readonly disk: Message<'disk.not-read' | 'disk.line'>;
  /** The planned disk from top to bottom, for a small drawing. */
  readonly strata: readonly Stratum[];
  /** The next thing to do, in a few words. */
  readonly next: NextSays;
  /** Where that is done. */
  readonly nextStage: Stage;
  /** From when on something is to be looked at again, as ISO 8601 in UTC; `null` where nothing waits for a time. */
  readonly due: string | null;
}

/** Where a plan stands; without a survey only what can be said without one. */
export function overviewOf(plan: Plan, survey: Survey | undefined): Overview {
  const findings = countByLevel(survey ? findAll({ plan, survey }) : []);
  const procedure = survey ? procedureFor({ plan, survey }) : undefined;
  const steps = procedure?.ordered.ok ? procedure.ordered.steps : [];
  const ticked = new Set(plan.ticked);
  const done = steps.filter((s) => ticked.has(s.id)).length;
  const stages = stageStates(plan, survey, findings, { done, all: steps.length });
  return {
    stages,
    findings,
    steps: { done, all: steps.length },
    disk: diskLine(plan, survey),
    strata: survey ? strataOf({ plan, survey }) : [],
    due: nextDue(plan),
    ...nextThing(stages, plan, findings, { done, all: steps.length }),
  };
}

function strataOf(planned: Planned): Stratum[] {
  const { plan, survey } = planned;
  return plannedParts(planned).flatMap((part): Stratum[] => {
    if (part.kind === 'table') return [];
    const share = part.length / survey.disk.sizeSectors;
    if (part.kind === 'gap') return [{ share, owner: -1, kind: 'gap' }];
    return [
      { share, owner: plan.systems.findIndex((s) => s.id === part.partition.owners[0]), kind: 'partition' },
    ];
  });
}

function stageStates(
  plan: Plan,
  survey: Survey | undefined,
  findings: Overview['findings'],
  steps: Overview['steps'],
): Record<Stage, StageState> {
  const { machine } = plan;
  const known = [
    machine.firmware !== 'unknown',
    machine.modeInUse !== 'unknown',
    machine.mediumStart !== 'unknown',
    machine.ramBytes !== null,
    machine.medium !== 'unknown',
  ];
  const hasNew = plan.systems.some((s) => s.origin === 'new');
  const verdicts = verdictsOf(plan, survey).map((v) => v.level);
  const measured = survey?.partitions.every(
    (p) =>
      !['system', 'root', 'home', 'data'].includes(plan.found[p.id]?.role ?? '') ||
      usedOf({ plan, survey }, p.id),
  );
  const changed = steps.all > 0;
  return {
    machine: known.every(Boolean) ? 'ready' : known.some(Boolean) ? 'open' : 'empty',
    'as-found': !survey ? 'empty' : measured ? 'ready' : 'open',
    systems: plan.systems.length === 0 ? 'empty' : hasNew ? 'ready' : 'open',
    boot: verdicts.length === 0 ? 'empty' : verdicts.every((l) => l === 'fits') ? 'ready' : 'open',
    layout: !survey || !changed ? 'empty' : findings.blocker > 0 ? 'open' : 'ready',
    findings: !survey ? 'empty' : findings.blocker + findings.hazard > 0 ? 'open' : 'ready',
    runbook: steps.all === 0 ? 'empty' : steps.done === steps.all ? 'ready' : 'open',
  };
}

function diskLine(plan: Plan, survey: Survey | undefined): Overview['disk'] {
  if (!survey) return message('disk.not-read');
  const size = formatDecimal(survey.disk.sizeSectors * survey.disk.sectorBytes);
  const style = survey.disk.style === 'none' ? message('disk.no-table') : survey.disk.style.toUpperCase();
  const { modeInUse } = plan.machine;
  const facts: Text[] = [size, style, ...(modeInUse === 'unknown' ? [] : [modeInUse.toUpperCase()])];
  return message('disk.line', { facts });
}

/** The next thing to do, in a few words, and the stage where it is done. */
function nextThing(
  stages: Record<Stage, StageState>,
  plan: Plan,
  findings: Overview['findings'],
  steps: Overview['steps'],
): { next: NextSays; nextStage: Stage } {
  const at = (nextStage: Stage, next: NextSays) => ({ next, nextStage });
  if (stages['as-found'] === 'empty') return at('as-found', message('next.read-disk'));
  // Once the deed has begun, the next step is what matters.
  if (steps.done === steps.all) {
    const open = checksAfter(plan).filter(({ done }) => !done);
    const now = open.filter(({ due }) => due === null).length;
    const due = nextDue(plan);
    if (now > 0) return at('runbook', message('next.after', { checks: now }));
    if (due !== null) return at('runbook', message('next.after-due', { due }));
  }
  if (steps.all > 0 && steps.done === steps.all) return at('runbook', message('next.done'));
  if (steps.done > 0) return at('runbook', message('next.step', { step: steps.done + 1, of: steps.all }));
  if (stages.machine !== 'ready') return at('machine', message('next.machine'));
  if (stages['as-found'] === 'open') return at('as-found', message('next.used'));
  if (!plan.systems.some((s) => s.origin === 'new') && steps.all === 0)
    return at('systems', message(plan.systems.length === 0 ? 'next.add-system' : 'next.choose-systems'));
  if (findings.blocker > 0) return at('findings', message('next.blockers', { blockers: findings.blocker }));
  return steps.all > 0 ? at('runbook', message('next.runbook')) : at('layout', message('next.layout'));
}
