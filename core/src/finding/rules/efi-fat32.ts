import { message } from '../../words/index.js';
import { fat32FloorBytes } from '../../sizing/index.js';
import { bytesOfPart, nameOf, partitionsWithRole } from '../context.js';
import { resize } from '../repairs.js';
import { inBytes, fact, type Rule } from '../rule.js';

export const efiFat32: Rule = {
  id: 'efi-fat32',
  level: 'caution',
  check: (planned) => {
    const floor = fat32FloorBytes(planned.survey.disk.sectorBytes);
    return partitionsWithRole(planned, 'efi')
      .filter((p) => p.from === null && bytesOfPart(planned, p) < floor)
      .map((p) => ({
        of: p.id,
        says: message('finding.efi-fat32', { volume: nameOf(p) }),
        evidence: [
          fact('planned', inBytes(bytesOfPart(planned, p))),
          fact(
            'minimum',
            message('value.with-sectors', { bytes: floor, sectorBytes: planned.survey.disk.sectorBytes }),
          ),
        ],
        partitions: [p.id],
        remedies: [{ title: message('remedy.grow', { bytes: floor }), edit: resize(planned, p, floor) }],
      }));
  },
};
