import { bootSize, formatBoth, sizeOf, holdingOf, type Survey, type System } from '@rhizotome/core';
import { words } from '../../../words/words.js';
import { KernelFields } from './KernelFields.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import { Vessel } from './Vessel.js';

interface Props {
  readonly survey: Survey;
  readonly system: System | undefined;
}

/** What a /boot has to hold: kernels with their initial images. */
export function BootPanel({ survey, system }: Props) {
  const { target, targets, choose } = useTarget('boot', system);
  if (!system) return <p className="soft">{words['sizing.there-no-system-plan']()}</p>;
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  const advised = bootSize(holdingOf(system));
  return (
    <>
      {(present !== null || system.needsBoot) && (
        <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      )}
      {present === null && !system.needsBoot && <p className="small soft">{words['sizing.boot-where']()}</p>}
      <Vessel lines={advised.lines} size={present} fact="boot-fit" />
      <KernelFields system={system} />
      <SetSize
        survey={survey}
        target={target}
        size={advised.bytes}
        label={words['sizing.advised-size'](formatBoth(advised.bytes))}
      />
      <p className="small soft">{words['sizing.rules-thumb'](null)}</p>
    </>
  );
}
