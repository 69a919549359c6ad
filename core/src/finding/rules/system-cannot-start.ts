import { modeName } from '../../machine/index.js';
import { adoptWay, verdictsOf, waysOut } from '../../match/index.js';
import { fact, type Rule } from '../rule.js';

export const systemCannotStart: Rule = {
  id: 'system-cannot-start',
  level: 'blocker',
  basis: 'UEFI 2.10 §3.5 and §5; the installers’ own rules (domain table of modes and styles)',
  check: ({ plan, survey }) => {
    const ways = waysOut(plan, survey).flatMap((way) => {
      const edit = way.loss === 0 ? adoptWay(plan, way) : undefined;
      return edit ? [{ title: way.title, edit }] : [];
    });
    return verdictsOf(plan)
      .filter((v) => v.level === 'cannot' || v.level === 'unreliable')
      .map((v) => ({
        of: v.system.id,
        level: v.level === 'cannot' ? ('blocker' as const) : ('caution' as const),
        title:
          v.level === 'cannot'
            ? `${v.system.name} cannot work this way`
            : `${v.system.name} may not start on this machine`,
        why: v.reasons.join(' '),
        evidence: [
          fact('firmware mode', modeName(plan.target.mode)),
          fact('partition style', plan.target.style.toUpperCase()),
          fact(
            'medium started in',
            plan.machine.mediumStart === 'unknown' ? 'not said' : modeName(plan.machine.mediumStart),
          ),
        ],
        systems: [v.system.id],
        remedies: ways,
      }));
  },
};
