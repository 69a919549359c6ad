import { fact, type Rule } from '../rule.js';

export const activePrimary: Rule = {
  id: 'active-primary',
  level: 'caution',
  basis: 'Common practice: the code in the MBR starts the one active primary',
  check: ({ plan, survey }) => {
    const { style } = survey.disk;
    if (
      style !== 'mbr' ||
      plan.target.mode !== 'bios' ||
      plan.target.table === 'new' ||
      survey.source.kind === 'hand'
    )
      return [];
    const active = survey.partitions.filter((p) => p.active);
    if (active.length === 1 || survey.partitions.length === 0) return [];
    return [
      {
        of: 'disk',
        title: active.length === 0 ? 'No active primary partition' : 'More than one active primary partition',
        why: 'In BIOS mode from an MBR, exactly one primary partition is marked active; a start without a chooser depends on it.',
        evidence: [
          fact(
            'active',
            active.length === 0 ? 'none' : active.map((p) => `partition ${p.number}`).join(', '),
          ),
        ],
        partitions: active.map((p) => p.id),
      },
    ];
  },
};
