import { Glossary, message, type Runbook } from '@rhizotome/core';
import { memo, useMemo } from 'react';
import { catalogue, say } from '../../words/say.js';
import classes from './RunbookStage.module.css';

const glossary = new Glossary(catalogue);

/** What the trade terms of the runbook mean: closed on the screen, where each is explained in its place, and open on paper. */
export const Terms = memo(function Terms({ runbook }: { runbook: Runbook }) {
  const terms = useMemo(() => glossary.termsIn(textOf(runbook)), [runbook]);
  if (terms.length === 0) return null;
  const list = (
    <dl>
      {terms.map(({ code, names, means }) => (
        <div key={code}>
          <dt>{names[0]}</dt>
          <dd>{means}</dd>
        </div>
      ))}
    </dl>
  );
  return (
    <section className={classes.terms}>
      <details className="no-print">
        <summary>{say(message('page.terms'))}</summary>
        {list}
      </details>
      <div className={classes.onPaper}>
        <h2>{say(message('page.terms'))}</h2>
        {list}
      </div>
    </section>
  );
});

function textOf({ phases }: Runbook): string {
  return phases
    .flatMap(({ note, steps }) => [
      say(note),
      ...steps.flatMap((step) => {
        const { title, actions, checks, warning } = say(step.says);
        return [title, ...actions, ...checks, warning ?? ''];
      }),
    ])
    .join('\n');
}
