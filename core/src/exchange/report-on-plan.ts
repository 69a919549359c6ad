import { adoptEdit } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import {
  diskInReport,
  readReport,
  reportFaultSays,
  takeReport,
  toldDisks,
  type DiskInReport,
  type ReportOutcome,
} from '../report/index.js';
import { standingReport } from '../runbook/index.js';
import { rebaseEdit } from '../standing/index.js';
import type { Survey, SurveyIdentity } from '../survey/index.js';
import type { Text } from '../words/index.js';

/** What a report is taken into. */
export interface ReportOn {
  readonly plan: Plan;
  /** The reading that the plan rests on. */
  readonly survey: Survey | null;
  /** The disk that is meant, by its name; the first where none of that name is told of. */
  readonly disk: string | undefined;
  /** Of the survey that is made. */
  readonly identity: SurveyIdentity;
  /** Whether what is planned goes on from it; else the plan begins from it. */
  readonly goesOn: boolean;
}

/** What a report comes to on a plan: its disks, the one that is meant, and what it would change. */
export type ReportOnPlan =
  | {
      readonly ok: true;
      readonly disks: readonly DiskInReport[];
      readonly disk: string | undefined;
      readonly outcome: ReportOutcome;
    }
  | { readonly ok: false; readonly why: Text };

/** Reads the text of a report, and takes it into a plan. */
export function reportOnPlan(
  text: string,
  { plan, survey, disk: name, identity, goesOn }: ReportOn,
): ReportOnPlan {
  const read = readReport(text);
  if (!read.ok) return { ok: false, why: reportFaultSays(read.fault) };
  const told = toldDisks(read.value);
  if (!told.ok) return { ok: false, why: told.refusal.says };
  const { disks } = told;
  const disk = disks.find((d) => d.name === name) ?? disks[0];
  const basis = goesOn && survey ? (on: Planned) => goingOnEdit({ plan, survey }, on.survey) : adoptEdit;
  const outcome = takeReport(plan, survey, read.value, { disks, disk }, identity, basis);
  return { ok: true, disks: disks.map(diskInReport), disk: disk?.name, outcome };
}

/**
 * How what is planned goes on from another reading of the same disk; nothing where something that is to be kept is gone, or where only
 * the person at the disk knows whether a copy was begun: the runbook asks that.
 */
export function goingOnEdit(planned: Planned, reading: Survey): Edit | undefined {
  const { done, safe, doubt } = standingReport(planned, reading);
  return done !== null && safe && doubt === null ? rebaseEdit(planned, reading, done) : undefined;
}
