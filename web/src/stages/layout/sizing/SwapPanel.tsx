import {
  bytes,
  formatBoth,
  sizeOf,
  swapRules,
  type Survey,
  type SwapRule,
  type System,
} from '@rhizotome/core';
import { useEdit, useOpenState } from '../../../open/context.js';
import { SizeInput } from '../../../parts/SizeInput.js';
import { SetSize, TargetNote, useTarget } from './SetSize.js';
import { RulesChart } from './RulesChart.js';
import classes from './SizingBench.module.css';
import { words } from '../../../words/words.js';
import { text } from '../../../words/say.js';

interface Props {
  readonly survey: Survey;
  readonly system: System | undefined;
}

/** The rules for swap against memory, with this machine marked. */
export function SwapPanel({ survey, system }: Props) {
  const { plan } = useOpenState();
  const { tryEdit } = useEdit();
  const { target, targets, choose } = useTarget('swap', system);
  const ram = plan.machine.ramBytes;
  if (ram === null)
    return (
      <>
        <p>{words['sizing.enter-memory-machine-first']()}</p>
        <SizeInput
          label={words['sizing.memory-machine']()}
          context={{ disk: bytes(0) }}
          value={null}
          hint={words['sizing.example-16gib']()}
          onSize={(ramBytes) => tryEdit({ kind: 'set-machine', changes: { ramBytes } })}
        />
      </>
    );
  const present = target.kind === 'partition' ? sizeOf(target.partition, survey) : null;
  return (
    <>
      <TargetNote survey={survey} target={target} targets={targets} choose={choose} />
      <RulesChart ram={ram} present={present} />
      <ul className={classes.rules}>
        {swapRules(ram).map((rule) => (
          <li key={rule.id}>
            <p className="small">{sentence(rule)}</p>
            {(rule.bytes > 0 || rule.id === 'none') && (
              <SetSize
                survey={survey}
                target={target}
                size={rule.bytes}
                label={rule.bytes === 0 ? words['sizing.no-swap']() : formatBoth(rule.bytes)}
              />
            )}
          </li>
        ))}
      </ul>
      <p className="small soft">{words['sizing.rules-thumb'](system?.hibernates ? system.name : null)}</p>
    </>
  );
}

function sentence({ id, bytes: size, reason }: SwapRule): string {
  if (size === 0 && id !== 'none') return words['sizing.memory-alone-does'](capital(text(reason)));
  return `${capital(text(reason))}.`;
}

const capital = (said: string) => said.charAt(0).toUpperCase() + said.slice(1);
