import { isLogical } from '../../layout/index.js';
import type { Fate } from '../../plan/index.js';
import { changesInside } from '../steps/change-inside.js';
import { checkOf } from '../steps/check-volume.js';
import { creationOf } from '../steps/create.js';
import { deletionOf } from '../steps/delete.js';
import { formatCreated, formatInPlace } from '../steps/format.js';
import { growthOf } from '../steps/grow.js';
import type { Step } from '../steps/kinds.js';
import { asideOf } from '../steps/move-aside.js';
import { moveOf } from '../steps/move.js';
import { relabelling } from '../steps/set-label.js';
import { renaming } from '../steps/set-name.js';
import { retyping } from '../steps/set-type.js';
import { shrinkOf } from '../steps/shrink.js';
import { verificationOf } from '../steps/verify-start.js';
import { makingOf, setupOf } from './making.js';
import { isRelabelled, isRenamed, isRetyped, type Situation } from './situation.js';
import { spanOf } from '../step.js';
import type { TableStep, World } from './table-step.js';
import { after, beginChange, type VolumeChange } from './volume-change.js';

/** The steps for every partition: what was found is deleted, shrunk, moved, grown or formatted, what is new is created. */
export function partSteps(situation: Situation, before: readonly string[]): TableStep[] {
  const { plan, fates } = situation;
  const remade = new Set(fates.filter(isRemade).map((f) => f.planned?.id));
  const fresh = plan.partitions.filter((p) => p.from === null || remade.has(p.id));
  return [
    ...fates.flatMap((fate) => fateSteps(situation, fate, before)),
    ...fresh.flatMap((p): TableStep[] => {
      const world = isLogical(situation, p) ? 'container' : 'disk';
      const about = { object: `new ${p.id}`, world, holds: null } as const;
      const making = makingOf(situation, p);
      const created: TableStep = {
        ...about,
        step: creationOf(situation, p, making, before),
        takes: spanOf(p),
      };
      return making.format
        ? [created, { ...about, step: formatCreated(p, making.format), takes: null }]
        : [created];
    }),
  ];
}

/** Made anew in another place or size than found: deleted and created, not formatted where it is. */
function isRemade({ kind, found, planned }: Fate): boolean {
  return (
    kind === 'formatted' &&
    planned !== undefined &&
    (found.start !== planned.start || found.length !== planned.length)
  );
}

function fateSteps(situation: Situation, fate: Fate, before: readonly string[]): TableStep[] {
  const { plan, survey } = situation;
  const { found, planned, kind } = fate;
  if (plan.target.table === 'new') return [];
  const world: World =
    found.logical && survey.disk.style === 'mbr' && plan.target.style === 'mbr' ? 'container' : 'disk';
  const listed = (step: Step): TableStep => ({
    object: found.id,
    world,
    step,
    holds: 'before' in step ? step.before : null,
    takes: 'after' in step ? step.after : null,
  });
  if (!planned || isRemade(fate)) return [listed(deletionOf(found))];
  const entered = [
    ...(isRetyped(situation, fate) ? [listed(retyping(planned, found.id))] : []),
    ...(isRenamed(situation, fate) ? [listed(renaming(planned, found.id))] : []),
  ];
  if (kind === 'formatted')
    return setupOf(situation, planned)
      ? entered
      : [listed(formatInPlace(situation, planned, found.id)), ...entered];
  const named = [
    ...(isRelabelled(fate) ? [listed(relabelling(situation, planned, found.id))] : []),
    ...entered,
  ];
  const within = changesInside(situation, planned).map(listed);
  if (kind === 'untouched') return [...named, ...within];
  return [...changeSteps(beginChange(situation, fate, planned, before)).map(listed), ...named, ...within];
}

/** What can be done with a kept volume, in this order; each says by itself whether it is needed. */
const CHANGES: readonly ((change: VolumeChange) => readonly Step[])[] = [
  checkOf,
  shrinkOf,
  verificationOf,
  asideOf,
  moveOf,
  growthOf,
];

function changeSteps(begun: VolumeChange): Step[] {
  const steps: Step[] = [];
  let change = begun;
  for (const arise of CHANGES)
    for (const step of arise(change)) {
      steps.push(step);
      change = after(change, step, 'after' in step && step.after ? step.after : change.span);
    }
  return steps;
}
