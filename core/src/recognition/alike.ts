import type { OtherDisk } from '../machine/index.js';
import type { Planned } from '../plan/index.js';

/** Sizes this near look the same in a list: drives sold as one size differ by less. Rule of thumb. */
const ALIKE = 0.02;

/** The other disks of the machine that cannot be told from this one by their size. */
export function disksAlike({ plan, survey }: Planned): readonly OtherDisk[] {
  const size = survey.disk.sizeSectors * survey.disk.sectorBytes;
  return plan.machine.otherDisks.filter((disk) => Math.abs(disk.sizeBytes - size) / size < ALIKE);
}
