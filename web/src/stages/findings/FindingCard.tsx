import { Button } from '@mantine/core';
import type { Finding } from '@rhizotome/core';
import { Link } from 'react-router';
import { useEdit, useOpenMachine } from '../../open/context.js';
import classes from './FindingsStage.module.css';

/** One finding: what, why, the figures behind it, and what can be done. `brief` leaves the figures out. */
export function FindingCard({ finding, brief = false }: { finding: Finding; brief?: boolean }) {
  const { id } = useOpenMachine();
  const { attempt } = useEdit();
  const [part] = finding.partitions;
  return (
    <article className={classes.card} data-sign={finding.level} data-rule={finding.rule}>
      <h3>{finding.title}</h3>
      <p>{finding.why}</p>
      {!brief && (
        <dl>
          {finding.evidence.map((item, i) => (
            <div key={i}>
              <dt>{item.what}</dt>
              <dd>{item.value}</dd>
            </div>
          ))}
        </dl>
      )}
      <div className={classes.remedies}>
        {finding.remedies.map((remedy) => (
          <Button key={remedy.title} size="xs" variant="default" onClick={() => attempt(remedy.edit)}>
            {remedy.title}
          </Button>
        ))}
        {!brief && part && (
          <Link className="small" to={`/machines/${id}/section?sel=${part}`}>
            Show it in the section
          </Link>
        )}
      </div>
    </article>
  );
}
