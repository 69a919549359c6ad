import { isDeviceName, type FirmwareMode } from '../machine/index.js';
import type { Survey } from '../survey/index.js';
import { systemFrom, type Family, type System } from '../system/index.js';
import { partitionType, type Role } from '../table/index.js';
import type { Begin } from '../edits/index.js';
import {
  foundSystemId,
  keptPartition,
  likelyNote,
  likelyRoles,
  modeRead,
  mountPointsIn,
  type FoundNote,
  type Planned,
} from '../plan/index.js';

/**
 * Rests the plan on a survey: everything kept as found, with proposed meanings and owners. Systems that
 * were to be added stay, and those that the administrator said are there. What the survey did not read is proposed from the partition's type, never taken
 * for known: used space stays unknown.
 */
export function beginEdit(planned: Planned): Begin {
  const { plan, survey } = planned;
  const mounts = mountPointsIn(survey);
  const roles = likelyRoles(survey);
  const families = familiesOn(survey, roles);
  const systems = [
    ...families.map((family) => foundSystem(family, survey)),
    ...plan.systems.filter((s) => s.origin === 'new' || !isProposed(s)),
  ];
  const found: Record<string, FoundNote> = {};
  for (const p of survey.partitions) found[p.id] = likelyNote(p, roles.get(p.id)!, families);
  return {
    kind: 'begin',
    surveyId: survey.id,
    target: {
      mode: proposeMode(planned),
      style: survey.disk.style === 'mbr' ? 'mbr' : 'gpt',
      table: survey.disk.style === 'none' ? 'new' : 'keep',
      controller: plan.target.controller,
      secureBoot: plan.target.secureBoot,
    },
    systems,
    found,
    partitions: survey.partitions.map((p) => keptPartition(survey, p, found[p.id]!, mounts.get(p.id))),
    device: deviceToldBy(survey) ?? plan.machine.device,
    ticked: [],
  };
}

/** The device that a survey names, where a plan can name it too. */
const deviceToldBy = ({ disk: { device } }: Survey): string | undefined =>
  device !== undefined && isDeviceName(device) ? device : undefined;

const isProposed = ({ id, family }: System) => id === foundSystemId(family);

function proposeMode(planned: Planned): FirmwareMode {
  const { plan, survey } = planned;
  const { firmware, modeInUse } = plan.machine;
  if (firmware === 'uefi' || firmware === 'bios') return firmware;
  if (modeInUse !== 'unknown') return modeInUse;
  const read = modeRead(survey);
  if (read !== 'unknown') return read;
  return survey.disk.style === 'mbr' ? 'bios' : 'uefi';
}

function familiesOn(survey: Survey, roles: ReadonlyMap<string, Role>): Family[] {
  const present = new Set<Family>();
  for (const p of survey.partitions) {
    const type = partitionType(p.type ?? '');
    if (type?.family) present.add(type.family);
    if (roles.get(p.id) === 'system' && type?.name === 'Basic data') present.add('windows');
  }
  return (['windows', 'macos', 'linux', 'bsd'] as const).filter((family) => present.has(family));
}

const FOUND_PROFILES: Readonly<Record<Family, string>> = {
  windows: 'windows-11',
  linux: 'linux-desktop',
  macos: 'macos',
  bsd: 'bsd',
};

function foundSystem(family: Family, survey: Survey): System {
  const profile = family === 'windows' && survey.disk.style === 'mbr' ? 'windows-10' : FOUND_PROFILES[family];
  const read = survey.partitions.map((p) => p.volume?.contents?.systemName).find((n) => n !== undefined);
  const plain = { windows: 'Windows', linux: 'Linux', macos: 'macOS', bsd: 'BSD' }[family];
  const name = family === 'linux' && read ? read.slice(0, 60) : plain;
  return systemFrom(profile, { id: foundSystemId(family), name, origin: 'found' });
}
