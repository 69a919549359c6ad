import { message, stripSvg, type Runbook } from '@rhizotome/core';
import { memo } from 'react';
import { catalogue, say } from '../../words/say.js';
import classes from './RunbookStage.module.css';

/** On paper, before the first step: the two disks, and what cannot be undone. */
export const Cover = memo(function Cover({ runbook: { begin, end, losses } }: { runbook: Runbook }) {
  const disks = [
    ['page.as-found', begin],
    ['page.as-planned', end],
  ] as const;
  return (
    <section className={classes.cover}>
      {disks.map(([code, then]) => (
        <figure key={code}>
          <figcaption>{say(message(code))}</figcaption>
          <div dangerouslySetInnerHTML={{ __html: stripSvg(catalogue, then) }} />
        </figure>
      ))}
      {losses.length === 0 ? (
        <p>{say(message('page.all-undone'))}</p>
      ) : (
        <>
          <p>
            <b>{say(message('page.lost'))}</b>
          </p>
          <ul>
            {losses.map((loss) => (
              <li key={say(loss)}>{say(loss)}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
});
