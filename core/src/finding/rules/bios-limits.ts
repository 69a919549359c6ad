import { plannedArea } from '../../layout/index.js';
import type { Planned } from '../../plan/index.js';
import { KIB, MIB, TIB } from '../../quantity/index.js';
import { message } from '../../words/index.js';
import { nameOf, newSystems, systemsThatStay } from '../context.js';
import { fact, inBytes, type Drafted, type Rule } from '../rule.js';

/** What loaders of today need between the table and the first partition of an MBR. Common practice: 1 MiB is left. */
const CORE_BYTES = 256 * KIB;
/** What 32-bit sector numbers of 512 bytes reach, as many BIOSes use them. */
const BIOS_REACH_BYTES = 2 * TIB;

export const biosLimits: Rule = {
  id: 'bios-limits',
  level: 'caution',
  check: (planned) => {
    const { mode } = planned.plan.target;
    if (mode !== 'bios' || systemsThatStay(planned).length === 0) return [];
    return [...largeSectors(planned), ...fastDisk(planned), ...noCoreRoom(planned), ...tooFar(planned)];
  },
};

function largeSectors({ survey }: Planned): Drafted[] {
  const { sectorBytes } = survey.disk;
  if (sectorBytes === 512) return [];
  return [
    {
      of: 'sectors',
      level: 'blocker',
      says: message('finding.bios-sectors'),
      evidence: [fact('size', inBytes(sectorBytes))],
    },
  ];
}

/** Machines that start from NVMe in BIOS mode are few, and have a UEFI as well. */
function fastDisk({ plan }: Planned): Drafted[] {
  if (plan.machine.medium !== 'nvme') return [];
  return [
    {
      of: 'medium',
      says: message('finding.bios-nvme'),
      evidence: [
        fact('medium', 'NVMe'),
        fact('firmware-mode', message('value.mode', { mode: plan.target.mode })),
      ],
    },
  ];
}

/** On an MBR a loader's core stands between the table and the first partition. */
function noCoreRoom(planned: Planned): Drafted[] {
  const { plan, survey } = planned;
  const { sectorBytes } = survey.disk;
  const first = plan.partitions[0];
  const arriving = newSystems(planned).filter((s) => !s.ownSetup);
  if (plan.target.style !== 'mbr' || !first || arriving.length === 0) return [];
  const room = first.start * sectorBytes;
  if (room >= CORE_BYTES) return [];
  return [
    {
      of: 'core',
      says: message('finding.core-room', { volume: nameOf(first), sector: first.start }),
      evidence: [
        fact('start', message('value.sector', { sector: first.start })),
        fact('needed', inBytes(MIB)),
      ],
      partitions: [first.id],
      systems: arriving.map((s) => s.id),
    },
  ];
}

function tooFar(planned: Planned): Drafted[] {
  const { plan, survey } = planned;
  const { sectorBytes } = survey.disk;
  if (plannedArea(planned).end * sectorBytes <= BIOS_REACH_BYTES) return [];
  return plan.partitions
    .filter((p) => ['root', 'boot', 'system'].includes(p.role))
    .filter((p) => (p.start + p.length) * sectorBytes > BIOS_REACH_BYTES)
    .filter(
      (p) =>
        !plan.partitions.some(
          (q) => q.role === 'boot' && q !== p && q.owners.some((o) => p.owners.includes(o)),
        ),
    )
    .map((p) => ({
      of: p.id,
      says: message('finding.bios-reach', { volume: nameOf(p) }),
      evidence: [fact('reach', inBytes(BIOS_REACH_BYTES)), fact('start', inBytes(p.start * sectorBytes))],
      partitions: [p.id],
      systems: [...p.owners],
    }));
}
