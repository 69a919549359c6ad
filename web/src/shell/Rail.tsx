import { say } from '../words/say.js';
import { type StageState, STAGES } from '@rhizotome/core';
import { useEffect, useRef } from 'react';
import { Link, NavLink, useLocation } from 'react-router';
import { useDerived, useOpenMachine, useOpenState } from '../open/context.js';
import { OwnerSwatch } from '../parts/OwnerSwatch.js';
import { Wordmark } from './Wordmark.js';
import { STAGE_NAMES } from './stage-names.js';
import classes from './Rail.module.css';
import { words } from '../words/words.js';

const STATE_WORDS: Readonly<Record<StageState, string>> = {
  empty: words['shell.nothing-yet'](),
  open: words['shell.not-complete'](),
  ready: words['shell.complete'](),
};

/** The stages in practitioners' order, each with its state; every one can always be reached. */
export function Rail() {
  const { id, name } = useOpenMachine();
  const { plan } = useOpenState();
  const { overview, findings } = useDerived();
  // The selection goes along to every stage.
  const { search, pathname } = useLocation();
  const stages = useRef<HTMLUListElement>(null);
  // Where the stages stand in one line that scrolls, the present one is brought into sight.
  useEffect(() => {
    const list = stages.current;
    const present = list?.querySelector<HTMLElement>('[aria-current=page]');
    if (list && present) list.scrollLeft = present.offsetLeft - (list.clientWidth - present.offsetWidth) / 2;
  }, [pathname]);
  const grave = findings.filter((f) => f.level === 'blocker' || f.level === 'hazard').length;
  return (
    <nav className={`${classes.rail} no-print`} aria-label={words['shell.stages']()}>
      <Link to="/" className={classes.home} title={words['common.all-machines']()}>
        <Wordmark />
      </Link>
      <div className={classes.machine}>
        <strong title={name}>{name}</strong>
        <span className="soft small">{say(overview.disk)}</span>
      </div>
      <ul ref={stages} className={classes.stages}>
        {STAGES.map((stage) => (
          <li key={stage}>
            <NavLink to={`/machines/${id}/${stage}${search}`} className={classes.stage!}>
              <span className={classes.dot} data-state={overview.stages[stage]} aria-hidden />
              <span>{STAGE_NAMES[stage]}</span>
              <span className="visually-hidden">, {STATE_WORDS[overview.stages[stage]]}</span>
              {stage === 'findings' && grave > 0 && <span className={classes.count}>{grave}</span>}
            </NavLink>
          </li>
        ))}
      </ul>
      <NavLink to={`/machines/${id}/alternatives${search}`} className={classes.aside!}>
        {words['shell.alternatives']()}
      </NavLink>
      <div className={classes.next}>
        <span className="eyebrow">{words['shell.next']()}</span>
        <Link to={`/machines/${id}/${overview.nextStage}${search}`}>{say(overview.next)}</Link>
      </div>
      {plan.systems.length > 0 && (
        <div className={classes.owners}>
          <span className="eyebrow">{words['shell.owners']()}</span>
          {plan.systems.map((system) => (
            <span key={system.id} className={classes.owner}>
              <OwnerSwatch owners={[system.id]} /> <span title={system.name}>{system.name}</span>
            </span>
          ))}
        </div>
      )}
    </nav>
  );
}
