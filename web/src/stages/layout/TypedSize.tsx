import {
  apply,
  PAD,
  refusalSays,
  sizeContextFor,
  sizeOf,
  sizeTo,
  type PlacedSection,
  type Plan,
  type PlannedPartition,
  type Survey,
} from '@rhizotome/core';
import { useEffect } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { SizeInput } from '../../parts/SizeInput.js';
import classes from './TypedSize.module.css';
import { words } from '../../words/words.js';
import { partitionTitle } from '../../words/names.js';
import { say } from '../../words/say.js';

interface Props {
  readonly survey: Survey;
  readonly partition: PlannedPartition;
  readonly placed: PlacedSection;
  /** What was typed to begin with. */
  readonly begun: string;
  readonly preview: (plan: Plan | null) => void;
  readonly close: () => void;
}

/** A size typed upon the drawing, for the selected part; the drawing shows what it would do. */
export function TypedSize({ survey, partition, placed, begun, preview, close }: Props) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  useEffect(() => () => preview(null), [preview]);
  const at = placed.planned.find((s) => s.id === partition.id);
  const resize = (size: number) => sizeTo({ plan, survey }, partition, size);
  const follow = (size: number | null) => {
    const result = size === null ? null : apply(plan, resize(size), () => survey);
    preview(result?.ok ? result.plan : null);
    return result && !result.ok ? say(refusalSays(result.refusal, survey.disk.sectorBytes)) : null;
  };
  const top = PAD.top + Math.min(placed.height - 110, Math.max(0, (at?.labelAt ?? 0) - 20));
  return (
    <div className={classes.typed} style={{ top, left: placed.plannedX - 14 }}>
      <SizeInput
        label={words['layout.size'](partitionTitle(partition))}
        context={sizeContextFor({ plan, survey }, partition)}
        value={sizeOf(partition, survey)}
        begun={begun}
        follow={follow}
        onSize={(size) => tryEdit(resize(size))}
        onDone={close}
      />
      <p className="small soft">{words['layout.enter-applies-escape-cancels']()}</p>
    </div>
  );
}
