import { isActive } from '../../layout/index.js';
import type { Planned } from '../../plan/index.js';
import type { StepFor } from '../../sequence/index.js';
import { surveyedPartition } from '../../survey/index.js';
import { damageSays } from '../../table/index.js';
import { message } from '../../words/index.js';
import { deviceAfter, deviceOf, diskOf, extentOf, nameOf } from './facts.js';
import type { At } from './facts.js';

export const newTable = (planned: Planned) =>
  message('step.new-table', { style: planned.plan.target.style, disk: diskOf(planned) });

export const repairTable = ({ survey }: Planned) =>
  message('step.repair-table', { damage: survey.damage.map(damageSays) });

export const convertTable = (planned: Planned) =>
  message('step.convert-table', { style: planned.plan.target.style, disk: diskOf(planned) });

const CHANGE = {
  'create-container': 'create',
  'grow-container': 'grow',
  'shrink-container': 'shrink',
  'delete-container': 'delete',
} as const;

export const container = (planned: Planned, { kind, after }: StepFor<keyof typeof CHANGE>) =>
  message('step.container', { change: CHANGE[kind], extent: after && extentOf(planned, after) });

export const relist = (planned: At, { after }: StepFor<'relist'>) =>
  message('step.relist', {
    extent: after && extentOf(planned, after),
    changed: planned.plan.partitions.flatMap((p) => {
      const found = surveyedPartition(planned.survey, p.from);
      if (!found || p.logical === undefined || p.logical === (found.logical ?? false)) return [];
      const about = { name: nameOf(planned, p.id), device: deviceAfter(planned, p.id) };
      return [{ ...about, logical: p.logical, extent: extentOf(planned, p) }];
    }),
  });

export const setActive = (planned: At) =>
  message('step.set-active', {
    marked: planned.plan.partitions
      .filter((p) => isActive(planned, p))
      .map(({ id }) => ({ name: nameOf(planned, id), device: deviceOf(planned, id) })),
  });
