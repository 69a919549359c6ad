import type { FirmwareMode } from '../machine/index.js';
import type { Survey } from '../survey/index.js';

/**
 * The mode that what was read of a disk tells, where it is clear: UEFI where an EFI system partition holds loaders; BIOS where none
 * does, and the first sector holds code to be started.
 */
export function modeRead(survey: Survey): FirmwareMode | 'unknown' {
  if (survey.partitions.some((p) => (p.volume?.contents?.loaders ?? []).length > 0)) return 'uefi';
  return survey.disk.bootCode ? 'bios' : 'unknown';
}
