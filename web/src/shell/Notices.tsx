import { Button, CloseButton } from '@mantine/core';
import { editTitle } from '@rhizotome/core';
import { useState } from 'react';
import { say } from '../words/say.js';
import { words } from '../words/words.js';
import { idOf } from '../open/unsent.js';
import { useOpenMachine, useOpenState } from '../open/context.js';
import classes from './Notices.module.css';

/** At the foot of the window: what was refused, and what others' changes did to one's own. */
export function Notices({ refusal, dismiss }: { refusal: string | null; dismiss: () => void }) {
  const { open } = useOpenMachine();
  const { setAside, othersChanged, plan } = useOpenState();
  return (
    <div className={`${classes.notices} no-print`} aria-live="polite">
      {refusal && (
        <div className={classes.notice} data-sign="refused" role="alert">
          <p>
            <strong>{words['shell.change-was-not-made']()}</strong> {refusal}
          </p>
          <CloseButton aria-label={words['shell.dismiss']()} onClick={dismiss} />
        </div>
      )}
      <WentBack />
      <Torn />
      <Overruled />
      {(setAside.length > 0 || othersChanged) && (
        <div className={classes.notice}>
          <div>
            <p>
              {othersChanged ? words['aside.others']() : words['aside.server']()}
              {setAside.length > 0 && ` ${words['aside.list']()}`}
            </p>
            <ul>
              {setAside.map(({ item, reason }) => (
                <li key={idOf(item)}>
                  {item.kind === 'edit' ? say(editTitle(item.edit, plan)) : words['aside.reading']()}:{' '}
                  {reason}
                </li>
              ))}
            </ul>
          </div>
          <Button size="xs" variant="default" onClick={() => open.forgetSetAside()}>
            {words['shell.ok']()}
          </Button>
        </div>
      )}
    </div>
  );
}

/** The server has another history than this browser saw: what is missing in it is offered again. */
function WentBack() {
  const { open } = useOpenMachine();
  const { wentBack } = useOpenState();
  if (!wentBack) return null;
  const { edits } = wentBack;
  return (
    <div className={classes.notice} data-sign="refused" role="alert">
      <p>
        <strong>{words['back.title']()}</strong>{' '}
        {edits > 0 ? words['back.lost'](edits) : words['back.others']()}
      </p>
      <div className={classes.ways}>
        {edits > 0 && (
          <Button size="xs" onClick={() => open.makeAgain()}>
            {words['back.again'](edits)}
          </Button>
        )}
        <Button size="xs" variant="default" onClick={() => open.leaveOut()}>
          {edits > 0 ? words['back.leave'](edits) : words['back.ok']()}
        </Button>
      </div>
    </div>
  );
}

/** What others had set while something else was set here: it is not lost, and can be taken instead. */
function Overruled() {
  const { open } = useOpenMachine();
  const { overruled, plan } = useOpenState();
  return overruled.map((edit, i) => (
    <div key={i} className={classes.notice} role="status">
      <p>{words['overruled.says'](say(editTitle(edit, plan)))}</p>
      <div className={classes.ways}>
        <Button size="xs" variant="default" onClick={() => open.takeTheirs(edit)}>
          {words['overruled.take']()}
        </Button>
        <Button size="xs" variant="default" onClick={() => open.letGo(edit)}>
          {words['overruled.leave']()}
        </Button>
      </div>
    </div>
  ));
}

/** What was found damaged in the stored machine, until it is dismissed in this window. */
function Torn() {
  const { aside } = useOpenState();
  const [dismissed, setDismissed] = useState<readonly string[]>([]);
  return aside
    .filter(({ at, revision }) => !dismissed.includes(`${at} ${revision}`))
    .map(({ at, why, revision, count }) => (
      <div key={`${at} ${revision}`} className={classes.notice} data-sign="refused">
        <p>
          {why === 'plan-unreadable' ? words['torn.plan'](count, revision) : words['torn.edit'](revision)}
        </p>
        <CloseButton
          aria-label={words['shell.dismiss']()}
          onClick={() => setDismissed([...dismissed, `${at} ${revision}`])}
        />
      </div>
    ));
}
