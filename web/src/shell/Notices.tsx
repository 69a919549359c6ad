import { Button, CloseButton } from '@mantine/core';
import { editTitle } from '@rhizotome/core';
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
