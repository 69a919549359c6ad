import type { SystemId } from '@rhizotome/core';
import { useOpenState } from '../open/context.js';
import { OwnerSwatch } from './OwnerSwatch.js';
import classes from './OwnerToggles.module.css';
import { words } from '../words/words.js';

interface Props {
  /** What is owned, for those who cannot see where the toggles stand. */
  readonly label: string;
  readonly owners: readonly SystemId[];
  readonly onChange: (owners: SystemId[]) => void;
}

/** One toggle a system: a part may have none, one or several owners. */
export function OwnerToggles({ label, owners, onChange }: Props) {
  const { plan } = useOpenState();
  if (plan.systems.length === 0) return <span className="soft small">{words['parts.no-system-yet']()}</span>;
  const toggle = (id: SystemId) =>
    onChange(
      plan.systems.map((s) => s.id).filter((s) => (s === id ? !owners.includes(s) : owners.includes(s))),
    );
  return (
    <div className={classes.toggles} role="group" aria-label={words['parts.owners'](label)}>
      {plan.systems.map((system) => (
        <button
          key={system.id}
          type="button"
          aria-pressed={owners.includes(system.id)}
          className={classes.toggle}
          onClick={() => toggle(system.id)}
        >
          <OwnerSwatch owners={[system.id]} />
          {system.name}
        </button>
      ))}
    </div>
  );
}
