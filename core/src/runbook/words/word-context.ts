import {
  derived,
  type Planned,
  partitionOf,
  partitionTitle,
  systemOf,
  type PlannedPartition,
} from '../../plan/index.js';
import { formatBoth } from '../../quantity/index.js';
import {
  deviceIsAssumed,
  deviceName,
  partitionDevice,
  partitionNumbers,
  recognitionSheet,
  type RecognitionRow,
} from '../../recognition/index.js';
import type { Step } from '../../sequence/index.js';
import { surveyedPartition } from '../../survey/index.js';
import { volumeName } from '../../volume/index.js';

/** What the words are made from; worked out once for all steps. */
export interface WordContext extends Planned {
  readonly device: string;
  readonly numbers: ReadonlyMap<string, number>;
  readonly sheet: readonly RecognitionRow[];
}

export const wordContext = derived((planned): WordContext => {
  const { plan, survey } = planned;
  return {
    plan,
    survey,
    device: deviceName(plan.machine),
    numbers: partitionNumbers(planned),
    sheet: recognitionSheet(planned),
  };
});

export function systemName({ plan }: WordContext, step: Step): string {
  return (step.system && systemOf(plan, step.system)?.name) || 'the system';
}

export function planned({ plan }: WordContext, step: Step): PlannedPartition {
  return partitionOf(plan, step.partition!)!;
}

export function partitionName(context: WordContext, step: Step): string {
  return `“${partitionTitle(planned(context, step))}”`;
}

export function contentName(context: WordContext, step: Step): string {
  return volumeName(planned(context, step).fileSystem);
}

export function foundName({ plan, survey }: WordContext, step: Step): string {
  const p = surveyedPartition(survey, step.found)!;
  return `“${partitionTitle({ label: p.volume?.label, name: p.name, role: plan.found[p.id]?.role ?? 'other' })}”`;
}

export function sizeOf({ survey }: WordContext, span: { readonly length: number }): string {
  return formatBoth(span.length * survey.disk.sectorBytes);
}

export function foundLine(context: WordContext, step: Step): string {
  const p = surveyedPartition(context.survey, step.found)!;
  return `${partitionDevice(context.device, p.number)}, ${sizeOf(context, p)}, ${foundName(context, step)}`;
}

export function partitionLine(context: WordContext, step: Step): string {
  const p = planned(context, step);
  return `${partitionDevice(context.device, context.numbers.get(p.id)!)}, ${sizeOf(context, p)}, “${partitionTitle(p)}”`;
}

export function diskLine({ device, plan, survey }: WordContext): string {
  const size = formatBoth(survey.disk.sizeSectors * survey.disk.sectorBytes);
  return deviceIsAssumed(plan.machine)
    ? `The disk is the one of ${size}; a Linux usually calls it ${device}. Make sure by its size.`
    : `The disk is ${device}, ${size}. Make sure by its size.`;
}
