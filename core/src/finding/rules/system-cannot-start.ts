import { message } from '../../words/index.js';
import { adoptWay, verdictOn, verdictsOf, waysOut } from '../../match/index.js';
import { apply, type Edit } from '../../edits/index.js';
import type { Planned, Plan } from '../../plan/index.js';
import type { System } from '../../system/index.js';
import { valueOf, fact, type Rule } from '../rule.js';

export const systemCannotStart: Rule = {
  id: 'system-cannot-start',
  level: 'blocker',
  check: (planned) => {
    const { plan, survey } = planned;

    const ways = waysOut(plan, survey).flatMap((way) => {
      const edit = way.loss === 0 ? adoptWay(plan, way) : undefined;
      return edit ? [{ title: way.title, edit }] : [];
    });
    const helps = (edit: Edit, system: string) => settles(planned, edit, system);
    return verdictsOf(plan, survey)
      .filter((v) => v.level === 'cannot' || v.level === 'unreliable')
      .map((v) => ({
        of: v.system.id,
        level: v.level === 'cannot' ? ('blocker' as const) : ('caution' as const),
        says: message('finding.cannot-start', {
          system: v.system.name,
          cannot: v.level === 'cannot',
          reasons: v.reasons,
        }),
        evidence: [
          fact('firmware-mode', message('value.mode', { mode: plan.target.mode })),
          fact('style', plan.target.style.toUpperCase()),
          fact(
            'medium',
            plan.machine.mediumStart === 'unknown'
              ? valueOf('unknown')
              : message('value.mode', { mode: plan.machine.mediumStart }),
          ),
        ],
        systems: [v.system.id],
        remedies: ways.filter((way) => helps(way.edit, v.system.id)),
      }));
  },
};

/** Whether the system can start once the edit is made. */
function settles(planned: Planned, edit: Edit, systemId: string): boolean {
  const { plan, survey } = planned;
  const result = apply(plan, edit, () => survey);
  const system = result.ok && result.plan.systems.find((s) => s.id === systemId);
  if (!result.ok || !system) return false;
  const level = (after: Plan, s: System) => verdictOn(after, s, survey).level;
  const others = result.plan.systems.filter((s) => s.id !== systemId && level(plan, s) !== 'cannot');
  return (
    ['fits', 'condition'].includes(level(result.plan, system)) &&
    others.every((s) => level(result.plan, s) !== 'cannot')
  );
}
