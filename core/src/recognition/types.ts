import { layersOf, type Planned, type PlannedPartition } from '../plan/index.js';
import { surveyedPartition, type SurveyPartition } from '../survey/index.js';
import type { Family } from '../system/index.js';
import { partitionTypeNamed, typeFor, typeName } from '../table/index.js';
import { isLinuxFiles, VOLUME_TRAITS } from '../volume/index.js';

/** The type that any volume of a Linux may have. */
export const GENERAL_LINUX = 'Linux data';

/** Formatted where it lies, with the type that any Linux volume may have: changing it would be a step for nothing. */
function keepsGeneralType(found: SurveyPartition | undefined, p: PlannedPartition): boolean {
  return (
    found?.type !== undefined &&
    typeName(found.type) === GENERAL_LINUX &&
    found.start === p.start &&
    found.length === p.length &&
    isLinuxFiles(p.fileSystem) &&
    !p.inside
  );
}

/** The type code a planned partition has or will get. A table of another style has codes of its own. */
export function typeOf(planned: Planned, partition: PlannedPartition): string {
  const { plan, survey } = planned;
  if (partition.type !== undefined) return partition.type;
  const found = surveyedPartition(survey, partition.from);
  const surveyed = partition.treatment === 'keep' || keepsGeneralType(found, partition) ? found : undefined;
  const sameStyle = survey.disk.style === plan.target.style;
  if (surveyed?.type && sameStyle) return surveyed.type;
  const converted = surveyed?.type && partitionTypeNamed(typeName(surveyed.type), plan.target.style);
  if (converted) return converted;
  if (partition.treatment === 'format' && (partition.inside || layersOf(partition).lvm)) {
    const carrier = layersOf(partition).luks ? 'Linux LUKS' : 'Linux LVM';
    return partitionTypeNamed(carrier, plan.target.style) ?? typeFor('opaque', plan.target.style, true);
  }
  const families = partition.owners.map((id) => plan.systems.find((s) => s.id === id)?.family);
  const all = (family: Family) => families.length > 0 && families.every((f) => f === family);
  const own = VOLUME_TRAITS[partition.fileSystem].ownType;
  const named = own && all(own.family) && partitionTypeNamed(own.type, plan.target.style);
  if (named) return named;
  const isLinux = all('linux') || (partition.role === 'data' && isLinuxFiles(partition.fileSystem));
  return typeFor(partition.role, plan.target.style, isLinux);
}
