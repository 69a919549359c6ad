import { SegmentedControl } from '@mantine/core';
import type { ToldFact } from '@rhizotome/core';
import type { ReactNode } from 'react';
import { useOpenState } from '../../open/context.js';
import { words } from '../../words/words.js';
import classes from './MachineStage.module.css';
import { Explained } from '../../parts/Explained.js';

interface FactProps {
  readonly name: string;
  readonly help: string;
  /** The fact itself, where a report may have told it. */
  readonly told?: ToldFact;
  readonly children: ReactNode;
}

/** A fact of the machine: what it is, how one finds out, its value, and who told it. */
export function Fact({ name, help, told, children }: FactProps) {
  const { machine } = useOpenState().plan;
  const by = told && machine.told?.[told];
  return (
    <div className={classes.fact}>
      <div>
        <h3>
          <Explained>{name}</Explained>
        </h3>
        <p className="soft small">
          <Explained>{help}</Explained>
        </p>
      </div>
      <div>
        {children}
        {by && <p className="small soft">{words['report.told-by'](by.by, by.at.slice(0, 10))}</p>}
      </div>
    </div>
  );
}

interface ChoiceFactProps<T extends string> extends Omit<FactProps, 'children'> {
  /** What the choice is called by itself, where that is more than the name of the fact. */
  readonly label?: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
  readonly children?: ReactNode;
}

/** A fact with few values. */
export function ChoiceFact<T extends string>(props: ChoiceFactProps<T>) {
  const { label, value, options, onChange, children, ...fact } = props;
  return (
    <Fact {...fact}>
      <SegmentedControl
        aria-label={label ?? fact.name}
        size="sm"
        value={value}
        data={options.map(([v, text]) => ({ value: v, label: text }))}
        onChange={(v) => onChange(v)}
      />
      {children}
    </Fact>
  );
}
