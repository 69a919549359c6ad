import { entryName } from '../firmware/index.js';
import { TOLD_FACTS, type Machine, type ToldFact } from '../machine/index.js';
import { floorOf, partitionTitle, usedOf, type Plan } from '../plan/index.js';
import { surveyedPartition, type Survey } from '../survey/index.js';
import { volumeName } from '../volume/index.js';
import { message, type Message } from '../words/index.js';

/** What a report changes in a plan, as a line each. */
export type ReportChange = Message<
  'report.disk' | 'report.disk-more' | 'report.machine' | 'report.system' | 'report.volume'
>;

interface State {
  readonly plan: Plan;
  readonly survey: Survey | null;
}

/** What is otherwise between two states of a plan, of what a report can tell. */
export function changesOf(before: State, after: State): ReportChange[] {
  return [
    ...diskChanges(before.survey, after.survey),
    ...TOLD_FACTS.flatMap((fact) => machineChange(before.plan.machine, after.plan.machine, fact)),
    ...systemChanges(before.plan, after.plan),
    ...volumeChanges(before, after),
  ];
}

function diskChanges(before: Survey | null, after: Survey | null): ReportChange[] {
  if (!after || before?.id === after.id) return [];
  const { disk, partitions } = after;
  const what = {
    bytes: disk.sizeSectors * disk.sectorBytes,
    style: disk.style,
    partitions: partitions.length,
  };
  const same =
    before?.disk.sizeSectors === disk.sizeSectors && before.partitions.length === partitions.length;
  return [message(same ? 'report.disk-more' : 'report.disk', what)];
}

function machineChange(before: Machine, after: Machine, fact: ToldFact): ReportChange[] {
  const [was, becomes] = [valueOf(before, fact), valueOf(after, fact)];
  return becomes === null || was === becomes ? [] : [message('report.machine', { fact, was, becomes })];
}

/** A fact as it is compared and printed; `null` where it is not known. */
function valueOf(machine: Machine, fact: ToldFact): string | null {
  if (fact === 'ramBytes') return machine.ramBytes === null ? null : String(machine.ramBytes);
  if (fact === 'device') return machine.device === '' ? null : machine.device;
  if (fact === 'otherDisks') return listed(machine.otherDisks.map((d) => d.name));
  if (fact === 'bootEntries')
    return listed(
      (machine.bootEntries?.entries ?? []).map((e) => `${entryName(e.number)} “${e.description}”`),
    );
  const value = machine[fact];
  return value === undefined || value === 'unknown' ? null : value;
}

const listed = (names: readonly string[]): string | null => (names.length === 0 ? null : names.join(', '));

function systemChanges(before: Plan, after: Plan): ReportChange[] {
  return after.systems.flatMap((system) => {
    const was = before.systems.find((s) => s.id === system.id);
    if (system.origin !== 'found') return [];
    if (was && was.name === system.name && was.hibernates === system.hibernates && was.clock === system.clock)
      return [];
    const { name, hibernates, clock } = system;
    return [message('report.system', { name, hibernates, clock })];
  });
}

function volumeChanges(before: State, after: State): ReportChange[] {
  const { plan, survey } = after;
  if (!survey || before.survey?.id === survey.id) return [];
  return plan.partitions.flatMap((p) => {
    if (p.from === null) return [];
    const used = usedOf({ plan, survey }, p.from);
    const floor = floorOf({ plan, survey }, p);
    // Of what is encrypted the content says so; of others it is worth a word where they could be.
    const unlocked =
      p.fileSystem === 'ntfs' && surveyedPartition(survey, p.from)?.volume?.encrypted === false;
    if (!used && floor?.evidence !== 'owner-limit' && !unlocked) return [];
    return [
      message('report.volume', {
        name: partitionTitle(p),
        content: volumeName(p.fileSystem),
        used: used?.bytes ?? null,
        floor: floor?.evidence === 'owner-limit' ? floor.bytes : null,
        unlocked,
      }),
    ];
  });
}
