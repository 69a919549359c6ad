import { adoptEdit } from '../compose/index.js';
import { apply, refusalSays, type Edit } from '../edits/index.js';
import { EMPTY_PLAN } from '../plan/index.js';
import { formatDecimal } from '../quantity/index.js';
import {
  diskInReport,
  looksLikeReport,
  readReport,
  reportFaultSays,
  takeReport,
  toldDisks,
  type DiskInReport,
  type MachineReport,
  type ReportChange,
  type ReportRemark,
} from '../report/index.js';
import { isPlannable, type Survey, type SurveyIdentity } from '../survey/index.js';
import { looksLikeNotation, type MachineText } from '../notation/index.js';
import type { Stage } from '../overview/index.js';
import { bestProposalFor } from '../proposal/index.js';
import { parseJson } from '../schema/index.js';
import { systemFrom } from '../system/index.js';
import { message, type Text } from '../words/index.js';
import type { ArchivedEntry, MachineArchive } from './machine-archive.js';
import { readDocument } from './machine-document.js';

/** What a machine would begin with: nothing of it is on the bench yet. */
export interface Beginning {
  /** What it tells of itself, for a name. */
  readonly name: string;
  readonly survey: Survey | null;
  readonly edit: Edit;
  readonly changes: readonly ReportChange[];
  readonly remarks: readonly ReportRemark[];
}

export type BeginOutcome =
  /** `disks`: those of the machine; `disk`: the one that was taken, the first where none was named. */
  | {
      readonly ok: true;
      readonly kind: 'begins';
      readonly beginning: Beginning;
      readonly disks: readonly DiskInReport[];
      readonly disk: DiskInReport | undefined;
    }
  /** A machine with its plan, as this product gives it away. */
  | { readonly ok: true; readonly kind: 'machine'; readonly machine: MachineText }
  /** A machine with its history, to be put in by the server as it is. */
  | { readonly ok: true; readonly kind: 'archive'; readonly document: object }
  | { readonly ok: false; readonly why: Text };

/**
 * What a text is that somebody gives to begin a machine with: a report, `lsblk` output, notation, a survey, a machine as a
 * file. `disk`: the name of the one that is to be planned, of several.
 */
export function beginFromText(text: string, identity: SurveyIdentity, disk?: string): BeginOutcome {
  if (looksLikeReport(text)) return fromReport(text, identity, disk);
  if (text.includes('"blockdevices"')) return taking(listing(text), identity, disk);
  const json = looksLikeNotation(text) ? undefined : objectIn(text);
  if (json?.['format'] === 'rhizotome/machine-archive') return { ok: true, kind: 'archive', document: json };
  if (!looksLikeNotation(text) && !String(json?.['format']).startsWith('rhizotome/'))
    return { ok: false, why: message('begin.not-known') };
  const read = readDocument(text, identity);
  if (!read.ok) {
    const { line, says } = read.problem;
    return { ok: false, why: line === undefined ? says : message('begin.at-line', { line, problem: says }) };
  }
  const { survey, plan } = read.value;
  return plan || !survey ? { ok: true, kind: 'machine', machine: read.value } : beginFromSurvey(survey, '');
}

function fromReport(text: string, identity: SurveyIdentity, disk: string | undefined): BeginOutcome {
  const read = readReport(text);
  return read.ok ? taking(read.value, identity, disk) : { ok: false, why: reportFaultSays(read.fault) };
}

/** A list of disks alone: it tells of a Linux, and not whether that is installed. */
const listing = (lsblk: string): MachineReport => ({
  format: 'rhizotome/report',
  version: 1,
  by: { family: 'linux', live: true },
  printed: { lsblk },
});

function taking(report: MachineReport, identity: SurveyIdentity, name: string | undefined): BeginOutcome {
  const told = toldDisks(report);
  if (!told.ok) return { ok: false, why: told.refusal.says };
  const { disks } = told;
  const disk = disks.find((d) => d.name === name) ?? disks[0];
  const outcome = takeReport(EMPTY_PLAN, null, report, { disks, disk }, identity);
  if (outcome.ok) {
    const { survey, edit, changes, remarks } = outcome.taken;
    const beginning = { name: nameOf(report.by.name ?? '', survey), survey, edit, changes, remarks };
    return {
      ok: true,
      kind: 'begins',
      beginning,
      disks: disks.map(diskInReport),
      disk: disk && diskInReport(disk),
    };
  }
  if (outcome.why === 'disk') return { ok: false, why: outcome.refusal.says };
  if (outcome.why === 'refused') return { ok: false, why: refusalSays(outcome.refusal, 512) };
  return { ok: false, why: message('begin.damaged') };
}

/** What a machine begins with of which only the disk was read. `name`: of the file that it was read from. */
export function beginFromSurvey(survey: Survey, name: string): BeginOutcome {
  if (!isPlannable(survey)) return { ok: false, why: message('begin.damaged') };
  const edit = adoptEdit({ plan: EMPTY_PLAN, survey });
  const beginning = { name: name || nameOf('', survey), survey, edit, changes: [], remarks: [] };
  return { ok: true, kind: 'begins', beginning, disks: [], disk: undefined };
}

function nameOf(system: string, survey: Survey | null): string {
  const size = survey && formatDecimal(survey.disk.sizeSectors * survey.disk.sectorBytes);
  return [system, size].filter(Boolean).join(', ') || 'Machine';
}

/** How a machine is put on the bench. */
export interface BeginAs {
  readonly name: string;
  /** A key for each edit. */
  readonly key: () => string;
  /** ISO 8601. */
  readonly at: string;
  /** A system to come beside what is there, of a profile, with the first proposal for its partitions. */
  readonly add?: { readonly profile: string; readonly id: string; readonly name: string } | undefined;
}

/** The machine as it is put on the bench: what it begins with is its first edits, and can be undone. */
export function begunMachine(
  { survey, edit }: Pick<Beginning, 'survey' | 'edit'>,
  { name, key, at, add }: BeginAs,
): MachineArchive {
  const history: ArchivedEntry[] = [];
  let plan = EMPTY_PLAN;
  const make = (next: Edit) => {
    const made = apply(plan, next, (id) => (survey?.id === id ? survey : undefined));
    if (!made.ok) return made;
    plan = made.plan;
    history.push({
      revision: history.length + 1,
      key: key(),
      intent: 'do',
      edit: next,
      inverse: made.inverse,
      at,
    });
    return made;
  };
  const begun = make(edit);
  if (!begun.ok) throw new RangeError(`A machine cannot begin with this: ${begun.refusal.code}`);
  if (add) {
    const system = systemFrom(add.profile, { id: add.id, name: add.name, origin: 'new' });
    make({ kind: 'add-system', system });
    const [first] = (survey && bestProposalFor({ plan, survey })?.proposals) ?? [];
    if (first) make(first.edit);
  }
  return {
    ...frame(name, '', at),
    revision: history.length,
    beginning: EMPTY_PLAN,
    plan,
    surveys: survey ? [survey] : [],
    history,
  };
}

/** The stage at which a machine that begins so is opened: where something is still to be said. */
export function nextStageOf({ survey }: Pick<Beginning, 'survey'>, adds: boolean): Stage {
  if (!survey) return 'as-found';
  return adds ? 'layout' : 'systems';
}

/** A machine that was given away, as it is put on the bench. */
export function givenMachine({ name, story, survey, plan }: MachineText, at: string): MachineArchive {
  const beginning = plan ?? EMPTY_PLAN;
  const surveys = survey ? [survey] : [];
  return {
    ...frame(name || 'Machine', story, at),
    revision: 0,
    beginning,
    plan: beginning,
    surveys,
    history: [],
  };
}

const frame = (name: string, story: string, createdAt: string) =>
  ({
    format: 'rhizotome/machine-archive',
    version: 2,
    name: name.slice(0, 80),
    story,
    createdAt,
    alternatives: [],
  }) as const;

function objectIn(text: string): Readonly<Record<string, unknown>> | undefined {
  try {
    const value: unknown = parseJson(text);
    return typeof value === 'object' && value !== null && !Array.isArray(value)
      ? (value as Readonly<Record<string, unknown>>)
      : undefined;
  } catch {
    return undefined;
  }
}
