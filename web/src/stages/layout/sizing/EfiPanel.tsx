import {
  efiBudget,
  fat32FloorBytes,
  formatBinary,
  formatBoth,
  newEfiBytes,
  sizeOf,
  type Survey,
} from '@rhizotome/core';
import { Link } from 'react-router';
import { useOpenMachine, useOpenState } from '../../../open/context.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import { KernelFields } from './KernelFields.js';
import { Vessel } from './Vessel.js';
import { words } from '../../../words/words.js';

/** What an EFI system partition has to hold, as a vessel that fills. */
export function EfiPanel({ survey }: { survey: Survey }) {
  const { id } = useOpenMachine();
  const { plan } = useOpenState();
  const { target, targets, choose } = useTarget('efi', undefined);
  const users =
    target.kind === 'partition'
      ? plan.systems.filter((s) => target.partition.owners.includes(s.id))
      : plan.systems;
  const advised = newEfiBytes(users, survey.disk);
  const budget = efiBudget(users, survey.disk.sectorBytes);
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  if (plan.target.mode === 'bios') return <p className="soft">{words['sizing.plan-starts-bios-mode']()}</p>;
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <Vessel lines={budget} size={present} fact="efi-fit" />
      {users
        .filter((s) => s.kernelsOnEfi)
        .map((s) => (
          <KernelFields key={s.id} system={s} />
        ))}
      <p className="small soft">
        {words['sizing.rules-thumb-fat32-its'](
          formatBinary(fat32FloorBytes(survey.disk.sectorBytes)),
          survey.disk.sectorBytes,
        )}
      </p>
      <SetSize
        survey={survey}
        target={target}
        size={advised}
        label={words['sizing.advised-size'](formatBoth(advised))}
      />
      <p className="small">
        <Link to={`/machines/${id}/boot`}>{words['sizing.compare-sharing-second-one']()}</Link>
      </p>
    </>
  );
}
