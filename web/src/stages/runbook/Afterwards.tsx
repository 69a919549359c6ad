import { Checkbox } from '@mantine/core';
import { checksAfter, type CheckAfter, type Plan } from '@rhizotome/core';
import { useEdit } from '../../open/context.js';
import { say } from '../../words/say.js';
import { words } from '../../words/words.js';
import { tickEdit } from './tick-edit.js';
import classes from './RunbookStage.module.css';

/** What is left to look at once the systems run, and from when on. */
export function Afterwards({ plan }: { plan: Plan }) {
  const { attempt } = useEdit();
  const checks = checksAfter(plan);
  if (checks.length === 0) return null;
  return (
    <section className={`${classes.sheet} ${classes.afterwards}`} aria-labelledby="afterwards-title">
      <h2 id="afterwards-title">{words['after.title']()}</h2>
      <p className="soft">{words['after.about']()}</p>
      <ul className={classes.after}>
        {checks.map((check) => (
          <li key={check.id}>
            <Checkbox
              checked={check.done}
              label={say(check.says)}
              description={timeOf(check)}
              onChange={(e) => attempt(tickEdit(check, e.currentTarget.checked))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function timeOf({ done, record, due }: CheckAfter): string | null {
  if (done) return record?.at ? words['runbook.done-at'](new Date(record.at)) : null;
  if (due === null) return null;
  const from = new Date(due);
  return from.getTime() <= Date.now() ? words['after.overdue'](from) : words['after.due'](from);
}
