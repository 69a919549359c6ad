import { Button } from '@mantine/core';
import {
  efiStrategies,
  formatBinary,
  formatBoth,
  timeSays,
  totalOf,
  type EfiStrategy,
  type Plan,
  type Survey,
} from '@rhizotome/core';
import { say, text } from '../../words/say.js';
import { useMemo } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import classes from './EfiChoices.module.css';
import { words } from '../../words/words.js';
import { Explained } from '../../parts/Explained.js';

/** The strategies for the EFI system partition side by side, each worked out on this disk. */
export function EfiChoices({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { attempt } = useEdit();
  const strategies = useMemo(() => efiStrategies({ plan, survey }), [plan, survey]);
  if (strategies.length === 0) return null;
  return (
    <section className={classes.choices} aria-labelledby="efi-title">
      <h2 id="efi-title">
        <Explained>{words['boot.efi-system-partition-new']()}</Explained>
      </h2>
      <div className={classes.columns}>
        {strategies.map((strategy) => (
          <Choice
            key={strategy.id}
            strategy={strategy}
            adopted={isAdopted(plan, strategy)}
            adopt={strategy.edit && (() => attempt(strategy.edit!))}
          />
        ))}
      </div>
    </section>
  );
}

interface ChoiceProps {
  readonly strategy: EfiStrategy;
  readonly adopted: boolean;
  readonly adopt: (() => void) | null;
}

function Choice({ strategy, adopted, adopt }: ChoiceProps) {
  const { title, hindrances, risks, movedMore, seconds, restarts, exposures } = strategy;
  const possible = hindrances.length === 0;
  return (
    <article className={classes.choice} data-adopted={adopted || undefined} data-out={!possible || undefined}>
      <h3>{say(title)}</h3>
      <Gauge strategy={strategy} />
      {possible ? (
        <>
          <dl className={classes.figures}>
            <dt>{words['boot.data-moved']()}</dt>
            <dd>
              {movedMore.most > 0
                ? `${formatBinary(movedMore.least)} – ${formatBinary(movedMore.most)}`
                : words['parts.none']()}
            </dd>
            <dt>{words['boot.copying-total']()}</dt>
            <dd>{seconds.most > 0 ? say(timeSays(seconds)) : words['parts.none']()}</dd>
            <dt>{words['boot.restarts-total']()}</dt>
            <dd>{restarts}</dd>
            <dt>{words['boot.power-cut-risk']()}</dt>
            <dd>{timesInWords(exposures.length)}</dd>
          </dl>
          <ul className={classes.risks}>
            {risks.map(say).map((risk) => (
              <li key={risk}>
                <Explained>{risk}</Explained>
              </li>
            ))}
          </ul>
          <div className={classes.foot}>
            {adopted ? (
              <strong>{words['common.as-planned']()}</strong>
            ) : (
              <Button size="xs" onClick={adopt!}>
                {words['boot.use']()}
              </Button>
            )}
          </div>
        </>
      ) : (
        hindrances.map(say).map((hindrance) => <p key={hindrance}>{hindrance}</p>)
      )}
    </article>
  );
}

const timesInWords = (n: number) => words['boot.times'](n);

/** What the partition would have to hold, against its size. */
function Gauge({ strategy: { budget, sizeBytes } }: { strategy: EfiStrategy }) {
  const needed = totalOf(budget);
  if (sizeBytes === null) return null;
  const share = Math.min(1, needed / sizeBytes);
  return (
    <div>
      <div
        className={classes.gauge}
        data-over={needed > sizeBytes || undefined}
        title={budget.map((line) => `${text(line.what)}: ${formatBinary(line.bytes)}`).join('\n')}
      >
        <span style={{ width: `${share * 100}%` }} />
      </div>
      <p className="small">{words['boot.needs'](formatBinary(needed), formatBoth(sizeBytes))}</p>
    </div>
  );
}

/** Whether the plan is what the strategy would make of it; ids and names aside. */
function isAdopted(plan: Plan, { after }: EfiStrategy): boolean {
  const shape = (p: Plan) =>
    JSON.stringify(
      p.partitions.map(({ from, start, length, role, owners }) => [
        from,
        start,
        length,
        role,
        [...owners].sort(),
      ]),
    );
  return after !== null && shape(after) === shape(plan);
}
