import { isLogical, makePrimaryEdit, slotsOf } from '../../plan/index.js';
import { bytesOfPart, ownedBy, systemsThatStay, titleOf } from '../context.js';
import { formatBoth } from '../../quantity/index.js';
import { fact, type Rule } from '../rule.js';

export const windowsOnLogical: Rule = {
  id: 'windows-on-logical',
  level: 'blocker',
  basis: 'Common practice: a Windows starts from an active primary only',
  check: (context) => {
    const { plan, survey } = context;
    const slots = slotsOf({ plan, survey });
    if (!slots) return [];
    const starts = (p: (typeof plan.partitions)[number]) => ['system', 'boot'].includes(p.role);
    return systemsThatStay(context)
      .filter((s) => s.family === 'windows')
      .flatMap((system) => {
        const own = ownedBy(context, system).filter(starts);
        const logical = own.filter((p) => isLogical({ plan, survey }, p));
        if (own.length === 0 ? slots.free > 0 : logical.length < own.length) return [];
        if (own.length === 0)
          return [
            {
              of: system.id,
              title: `${system.name} finds no slot for a primary`,
              why: 'Its setup makes a primary in the room it is given, and all four slots of this MBR are taken.',
              evidence: [fact('primaries', String(slots.primaries.length))],
              systems: [system.id],
            },
          ];
        return logical.map((p) => ({
          of: p.id,
          title: `${titleOf(p)} is a logical, and ${system.name} starts from a primary`,
          why: 'The firmware passes the start to the active primary; a logical can be none.',
          evidence: [fact('size', formatBoth(bytesOfPart(context, p)))],
          partitions: [p.id],
          systems: [system.id],
          remedies: [{ title: 'List it as a primary', edit: makePrimaryEdit({ plan, survey }, p) }],
        }));
      });
  },
};
