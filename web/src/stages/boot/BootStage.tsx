import { Button } from '@mantine/core';
import {
  adoptWay,
  stateEdit,
  modeName,
  verdictsOf,
  waysOut,
  type Condition,
  type Plan,
  type Verdict,
  type VerdictLevel,
  type Way,
} from '@rhizotome/core';
import { say } from '../../words/say.js';
import { useState } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { EfiChoices } from './EfiChoices.js';
import { EntriesTable } from './EntriesTable.js';
import { StartTable } from './StartTable.js';
import { StateMap } from './StateMap.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import classes from './BootStage.module.css';
import { words } from '../../words/words.js';
import { Explained } from '../../parts/Explained.js';

/** Whether each system fits the firmware mode, the table style and the medium's start; and the ways out, least loss first. */
export function BootStage() {
  const { plan, survey } = useOpenState();
  const { attempt } = useEdit();
  const verdicts = verdictsOf(plan, survey);
  const ways = waysOut(plan, survey);
  const [pointed, setPointed] = useState<Way | null>(null);
  return (
    <div className="page">
      <h1>{words['boot.boot']()}</h1>
      <p className="soft">
        <Explained>{words['boot.three-things-easily-confused']()}</Explained>
      </p>
      {plan.systems.length === 0 ? (
        <p>{words['boot.there-no-system-plan']()}</p>
      ) : (
        <div className={classes.columns}>
          <section>
            <StateMap
              plan={plan}
              ways={ways}
              pointed={pointed}
              choose={(mode, style) => {
                const edit = survey && stateEdit({ plan, survey }, mode, style);
                return edit ? () => attempt(edit) : null;
              }}
            />
            <p className="small soft">{mediumWords(plan)}</p>
          </section>
          <section>
            <h2>{words['boot.does-each-system-start']()}</h2>
            <ul className={classes.verdicts}>
              {verdicts.map((verdict) => (
                <VerdictRow key={verdict.system.id} verdict={verdict} />
              ))}
            </ul>
            {ways.length > 0 && (
              <>
                <h2>{words['boot.solutions-least-loss-first']()}</h2>
                <ol className={classes.ways}>
                  {ways.map((way, i) => (
                    <WayRow
                      key={`${way.id}-${way.mode}-${way.style}`}
                      way={way}
                      rank={i + 1}
                      take={() => attempt(adoptWay(plan, way))}
                      point={setPointed}
                    />
                  ))}
                </ol>
              </>
            )}
          </section>
        </div>
      )}
      {survey && <EfiChoices survey={survey} />}
      {survey && <StartTable survey={survey} />}
      {survey && <EntriesTable survey={survey} />}
    </div>
  );
}

function mediumWords({ machine, target }: Plan): string {
  if (machine.mediumStart === 'unknown')
    return words['boot.boot-mode-installation-medium'](modeName(target.mode));
  return words['boot.installation-medium-will-be'](modeName(machine.mediumStart));
}

const LEVEL_WORDS: Readonly<Record<VerdictLevel, string>> = {
  fits: words['boot.fits'](),
  condition: words['boot.one-condition'](),
  unreliable: words['boot.uncertain'](),
  cannot: words['boot.cannot-start'](),
};

function VerdictRow({ verdict }: { verdict: Verdict }) {
  return (
    <li data-level={verdict.level}>
      <OwnerSwatch owners={[verdict.system.id]} />
      <div>
        <strong>{verdict.system.name}</strong>{' '}
        <span className={classes.level}>{LEVEL_WORDS[verdict.level]}</span>
        {verdict.reasons.map(say).map((reason) => (
          <p key={reason}>{reason}</p>
        ))}
      </div>
    </li>
  );
}

const MET_MARKS = { true: '✓', false: '✕', unknown: '?' } as const;

interface WayProps {
  readonly way: Way;
  readonly rank: number;
  readonly take: () => void;
  /** Told of the way that is pointed at, to show it in the map. */
  readonly point: (way: Way | null) => void;
}

function WayRow({ way, rank, take, point }: WayProps) {
  return (
    <li
      data-loss={way.loss}
      onMouseEnter={() => point(way)}
      onMouseLeave={() => point(null)}
      onFocus={() => point(way)}
      onBlur={() => point(null)}
    >
      <span className={classes.rank}>{rank}</span>
      <div>
        <h3>{say(way.title)}</h3>
        <dl>
          <dt>{words['boot.keeps']()}</dt>
          <dd>{say(way.keeps)}</dd>
          <dt>{words['boot.loses']()}</dt>
          <dd>{say(way.loses)}</dd>
        </dl>
        <ul className={classes.conditions}>
          {way.conditions.map((condition) => (
            <ConditionRow key={condition.says.code} condition={condition} />
          ))}
        </ul>
        <Button size="xs" variant={way.loss === 2 ? 'default' : 'filled'} onClick={take}>
          {way.loss === 2 ? words['boot.erase-disk-use']() : words['boot.use']()}
        </Button>
      </div>
    </li>
  );
}

function ConditionRow({ condition }: { condition: Condition }) {
  const met = String(condition.met) as keyof typeof MET_MARKS;
  return (
    <li data-met={met}>
      <b aria-hidden>{MET_MARKS[met]}</b>
      <span className="visually-hidden">{words['boot.met'](met)} </span>
      {say(condition.says)}
    </li>
  );
}
