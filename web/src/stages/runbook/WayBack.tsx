import type { Runbook } from '@rhizotome/core';
import classes from './RunbookStage.module.css';

/** How to return to as found from where the work stands, and what cannot be brought back. */
export function WayBack({ runbook }: { runbook: Runbook }) {
  const { back, losses, done } = runbook;
  if (back.length === 0) return null;
  const open = back.filter((step) => done === 0 || step.undoes <= done);
  return (
    <section className={classes.wayBack} aria-labelledby="back-title">
      <header>
        <h2 id="back-title">Way back</h2>
        <p className="soft">
          {done === 0
            ? 'To return to the disk as found: begin at the line that undoes the last step you did, and go on from there.'
            : `To return to the disk as found from here, after step ${done}:`}
        </p>
      </header>
      {losses.length > 0 ? (
        <ul className={classes.losses} data-fact="losses">
          {losses.map((loss) => (
            <li key={loss}>{loss}</li>
          ))}
        </ul>
      ) : (
        <p className={classes.recall}>Nothing that this plan does is beyond recall.</p>
      )}
      <ol className={classes.back}>
        {open.map((step) => (
          <li key={step.id}>
            {step.title}
            <span className="soft small">
              {' '}
              undoes step {step.undoes}, {step.where}
            </span>
            {step.exposure && <p className={classes.beware}>{step.exposure}</p>}
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
      <h2 id="starting-title">Starting</h2>
      <div className={classes.scroll}>
        <table>
          <thead>
            <tr>
              {['System', 'How it is reached', 'What its updates do', 'How that is mended'].map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {starts.map(({ system, reached, onUpdate, restore }) => (
              <tr key={system.id} className={classes.words}>
                <td>
                  <b>{system.name}</b>
                </td>
                <td>{reached}</td>
                <td>{onUpdate}</td>
                <td>{restore}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
