import { partitionTitle } from '../../plan/index.js';
import { withRole } from '../context.js';
import { fact, type Rule } from '../rule.js';

export const twoEfi: Rule = {
  id: 'two-efi',
  level: 'advice',
  basis: 'UEFI 2.10 §13.3 allows several; some firmware and installers use only the first',
  check: (context) => {
    const all = withRole(context, 'efi');
    if (all.length < 2) return [];
    return [
      {
        of: 'disk',
        title: 'More than one EFI system partition',
        why: 'Loaders stay apart, which is good; but some firmware and installers take only the first. Name the right one in the installer, and choose in the firmware’s menu.',
        evidence: [fact('partitions', all.map((p) => partitionTitle(p)).join(', '))],
        partitions: all.map((p) => p.id),
      },
    ];
  },
};
