import { message, type Runbook } from '@rhizotome/core';
import { say } from '../../words/say.js';
import { Heads } from './Heads.js';
import classes from './RunbookStage.module.css';
import { words } from '../../words/words.js';

/** How to return to as found from where the work stands, and what cannot be brought back. */
export function WayBack({ runbook }: { runbook: Runbook }) {
  const { back, losses, done } = runbook;
  if (back.length === 0) return null;
  const open = back.filter((step) => done === 0 || step.undoes <= done);
  return (
    <section className={classes.wayBack} aria-labelledby="back-title">
      <header>
        <h2 id="back-title">{say(message('page.way-back'))}</h2>
        <p className="soft">
          {done === 0 ? say(message('page.way-back-about')) : words['runbook.restore-disk-as-found'](done)}
        </p>
      </header>
      {losses.length > 0 ? (
        <ul className={classes.losses} data-fact="losses">
          {losses.map(say).map((loss) => (
            <li key={loss}>{loss}</li>
          ))}
        </ul>
      ) : (
        <p className={classes.recall}>{say(message('page.all-undone'))}</p>
      )}
      <ol className={classes.back}>
        {open.map((step) => (
          <li key={step.id}>
            {say(step.title)}
            <span className="soft small">
              {' '}
              ({say(message('page.undoes', { where: say(step.where), step: step.undoes }))})
            </span>
            {step.exposure && <p className={classes.beware}>{say(step.exposure)}</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** How each system is reached once all is done, what its updates do to that, and how it is mended. */
export function Starting({ starts }: Pick<Runbook, 'starts'>) {
  if (starts.length === 0) return null;
  return (
    <section className={classes.sheet} aria-labelledby="starting-title">
      <h2 id="starting-title">{say(message('page.boot'))}</h2>
      <div className={classes.scroll}>
        <table>
          <Heads names={say(message('page.boot-heads'))} />
          <tbody>
            {starts.map(({ system, reached, onUpdate, restore }) => (
              <tr key={system.id} className={classes.words}>
                <td>
                  <b>{system.name}</b>
                </td>
                <td>{say(reached)}</td>
                <td>{say(onUpdate)}</td>
                <td>{say(restore)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
