import { Button, CloseButton } from '@mantine/core';
import { editTitle } from '@rhizotome/core';
import { say } from '../words/say.js';
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
            <strong>This change was not made.</strong> {refusal}
          </p>
          <CloseButton aria-label="Dismiss" onClick={dismiss} />
        </div>
      )}
      {(setAside.length > 0 || othersChanged) && (
        <div className={classes.notice}>
          <div>
            <p>
              {othersChanged
                ? 'This plan was changed in another window. Your changes were applied again on top.'
                : 'The server did not accept a change.'}
              {setAside.length > 0 && ' These changes no longer fit and were set aside:'}
            </p>
            <ul>
              {setAside.map(({ edit, reason }, i) => (
                <li key={i}>
                  {say(editTitle(edit, plan))}: {reason}
                </li>
              ))}
            </ul>
          </div>
          <Button size="xs" variant="default" onClick={() => open.forgetSetAside()}>
            OK
          </Button>
        </div>
      )}
    </div>
  );
}
