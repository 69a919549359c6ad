import { message, PAGE_SECTION, sectionSvg, type Runbook } from '@rhizotome/core';
import { memo } from 'react';
import { catalogue, say } from '../../words/say.js';
import classes from './RunbookStage.module.css';

/** On paper, before the first step: the disk as found and as planned, and what cannot be undone. */
export const Cover = memo(function Cover({ runbook: { planned, losses } }: { runbook: Runbook }) {
  return (
    <section className={classes.cover}>
      <div dangerouslySetInnerHTML={{ __html: sectionSvg(catalogue, planned, PAGE_SECTION) }} />
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
      <p className="soft">{say(message('page.continued'))}</p>
    </section>
  );
});
