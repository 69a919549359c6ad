import type { MachineChanges } from '../machine/index.js';
import { adoptEdit, batch, singles } from '../compose/index.js';
import { apply, type Edit, type Refusal, type SingleEdit } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { isPlannable, type Survey, type SurveyIdentity, type SurveyRefusal } from '../survey/index.js';
import { message } from '../words/index.js';
import { changesOf, type ReportChange } from './changes.js';
import type { ToldDisk } from './disks.js';
import { machineFacts, systemFacts } from './facts.js';
import type { MachineReport } from './format.js';
import { remarksOn, type ReportRemark } from './remarks.js';
import { isSameTable, mergeReport, type ReportDiffers } from './merge.js';

/** What becomes of a plan that takes a report in. */
export interface TakenReport {
  /** The reading that the plan rests on then; `null` where the report tells of no disk and there was none. */
  readonly survey: Survey | null;
  readonly edit: Edit;
  /** Facts of the machine in it. */
  readonly facts: MachineChanges;
  readonly changes: readonly ReportChange[];
  /** Where it differs from the reading there was; what was read from the disk counts. */
  readonly differences: readonly ReportDiffers[];
  /** What could not be told, or has to be known before planning. */
  readonly remarks: readonly ReportRemark[];
}

export type ReportOutcome =
  | { readonly ok: true; readonly taken: TakenReport }
  | { readonly ok: false; readonly why: 'disk'; readonly refusal: SurveyRefusal }
  /** Its table is damaged, or the plan cannot rest on it. */
  | { readonly ok: false; readonly why: 'not-plannable'; readonly survey: Survey }
  | { readonly ok: false; readonly why: 'refused'; readonly refusal: Refusal }
  /** What is planned cannot go on from this reading. */
  | { readonly ok: false; readonly why: 'basis' };

/** How a plan comes to rest on a new reading; by default it begins from it. */
export type Basis = (planned: Planned) => Edit | undefined;

/**
 * Takes a report into a plan: the disk chosen of those that it tells of, facts of the machine, facts of the system that
 * made it. Where the disk is the one that was read before, what is planned stays and only facts are added.
 */
export function takeReport(
  plan: Plan,
  before: Survey | null,
  report: MachineReport,
  told: { readonly disks: readonly ToldDisk[]; readonly disk: ToldDisk | undefined },
  identity: SurveyIdentity,
  basis: Basis = adoptEdit,
): ReportOutcome {
  const read = told.disk?.survey(identity);
  if (read && !read.ok) return { ok: false, why: 'disk', refusal: read.refusal };
  const merged =
    before && read && isSameTable(before, read.survey) ? mergeReport(before, read.survey) : undefined;
  const survey = merged?.survey ?? read?.survey ?? null;
  if (survey && !isPlannable(survey)) return { ok: false, why: 'not-plannable', survey };
  const begin = survey && (merged ? restsOn(plan, survey) : basis({ plan, survey }));
  if (survey && !begin) return { ok: false, why: 'basis' };
  const rested = begin ? apply(plan, begin, (id) => (survey.id === id ? survey : undefined)) : null;
  if (rested && !rested.ok) return { ok: false, why: 'refused', refusal: rested.refusal };
  const now = rested?.plan ?? plan;
  const at = report.takenAt ?? identity.takenAt;
  const facts = machineFacts(report, told.disks, told.disk, new Date(at).toISOString());
  const edits: SingleEdit[] = [
    ...(begin ? singles(begin) : []),
    ...(Object.keys(facts).length > 0 ? [{ kind: 'set-machine' as const, changes: facts }] : []),
    ...modeEdit(now, facts.modeInUse),
    ...systemEdits(now, report),
  ];
  const edit = batch(message('edit.take-report'), edits);
  const known = survey ?? before;
  const after = apply(plan, edit, (id) => (known?.id === id ? known : undefined));
  if (!after.ok) return { ok: false, why: 'refused', refusal: after.refusal };
  const changes = changesOf({ plan, survey: before }, { plan: after.plan, survey: known });
  const differences = merged?.differences ?? [];
  return { ok: true, taken: { survey, edit, facts, changes, differences, remarks: remarksOn(report) } };
}

/** The plan as it is, on a reading that knows more of the same table. */
function restsOn(plan: Plan, survey: Survey): SingleEdit {
  const { target, systems, found, partitions, machine, container, start, ticked } = plan;
  return {
    kind: 'begin',
    surveyId: survey.id,
    target,
    systems,
    found,
    partitions,
    device: machine.device,
    ...(container === undefined ? {} : { container }),
    ...(start === undefined ? {} : { start }),
    ticked,
  };
}

/** As long as nothing is planned, the mode in use is the mode that is planned for. */
function modeEdit({ target, systems }: Plan, mode: 'uefi' | 'bios' | 'unknown' | undefined): SingleEdit[] {
  const open = systems.every((s) => s.origin === 'found' && s.change === undefined);
  return mode && mode !== 'unknown' && mode !== target.mode && open && target.table === 'keep'
    ? [{ kind: 'set-target', changes: { mode } }]
    : [];
}

/** The system that tells of itself is the one of its family that is there, where there is one. */
function systemEdits({ systems }: Plan, report: MachineReport): SingleEdit[] {
  const told = systemFacts(report);
  const [system, another] = systems.filter((s) => s.origin === 'found' && s.family === told?.family);
  if (!told || !system || another) return [];
  const changes = Object.fromEntries(
    Object.entries(told.facts).filter(([key, value]) => system[key as keyof typeof system] !== value),
  );
  return Object.keys(changes).length > 0 ? [{ kind: 'change-system', system: system.id, changes }] : [];
}
