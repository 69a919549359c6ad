import { Button, NativeSelect } from '@mantine/core';
import {
  formatBinary,
  sizeEdit,
  sizeOf,
  sizeTargets,
  type Role,
  type SizeEdit,
  type SizeTarget,
  type Survey,
  type System,
} from '@rhizotome/core';
import { say, text } from '../../../words/say.js';
import { useMemo, useState } from 'react';
import { useEdit, useOpenState } from '../../../open/context.js';
import { useEditPreview } from '../../../open/preview.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';
import { partitionTitle, roleInSentence } from '../../../words/names.js';

/** The part that a size is for: chosen where there are several. */
export function useTarget(role: Role, system: System | undefined) {
  const { plan } = useOpenState();
  const [chosen, setChosen] = useState<string | null>(null);
  const targets = sizeTargets(plan, role, system);
  const at = targets.findIndex((t) => t.kind === 'partition' && t.partition.id === chosen);
  const target = targets[Math.max(0, at)]!;
  return { target, targets, choose: setChosen };
}

interface TargetProps {
  readonly survey: Survey;
  readonly target: SizeTarget;
  readonly targets: readonly SizeTarget[];
  readonly choose: (id: string) => void;
}

/** Which part it is for, and how large that is now. */
export function TargetNote({ survey, target, targets, choose }: TargetProps) {
  if (targets.length > 1)
    return (
      <NativeSelect
        size="xs"
        label={words['sizing.for']()}
        data={targets.flatMap((t) =>
          t.kind === 'partition'
            ? [
                {
                  value: t.partition.id,
                  label: `${partitionTitle(t.partition)}, ${formatBinary(sizeOf(t.partition, survey))}`,
                },
              ]
            : [],
        )}
        onChange={(e) => choose(e.currentTarget.value)}
      />
    );
  return (
    <p className="small">
      {target.kind === 'new' ? (
        <span className="soft">{words['sizing.there-no-plan-yet'](roleInSentence(target.role))}</span>
      ) : (
        <>
          {words['sizing.for']()} <b>{partitionTitle(target.partition)}</b>
          {words['sizing.now']()} {formatBinary(sizeOf(target.partition, survey))}
        </>
      )}
    </p>
  );
}

interface SetProps {
  readonly survey: Survey;
  readonly target: SizeTarget;
  readonly size: number;
  readonly label: string;
}

/** Writes a size into the plan as one edit; pointed at, it shows what that does. Says why where it cannot be. */
export function SetSize({ survey, target, size, label }: SetProps) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const worked = useMemo(() => sizeEdit({ plan, survey }, target, size), [plan, survey, target, size]);
  const preview = useEditPreview(worked.ok ? worked.edit : null);
  const stands = target.kind === 'partition' && sizeOf(target.partition, survey) === size;
  return (
    <div className={classes.set}>
      <Button
        size="compact-sm"
        variant="default"
        disabled={!worked.ok || stands}
        onClick={() => worked.ok && attempt(worked.edit)}
        {...preview}
      >
        {label}
      </Button>
      <span className="small soft">{stands ? words['common.as-planned']() : consequence(worked)}</span>
    </div>
  );
}

function consequence(worked: SizeEdit): string {
  if (!worked.ok) return text(worked.hindrance);
  return worked.movedBytes > 0
    ? words['sizing.moves-data'](say(worked.does), formatBinary(worked.movedBytes))
    : say(worked.does);
}
