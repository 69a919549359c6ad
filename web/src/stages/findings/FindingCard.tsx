import { Button } from '@mantine/core';
import type { Finding, Remedy } from '@rhizotome/core';
import { Link } from 'react-router';
import { useEdit, useOpenMachine, useSelection } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import classes from './FindingsStage.module.css';

/** One finding: what, why, the figures behind it, and what can be done. `brief` leaves the figures out. */
export function FindingCard({ finding, brief = false }: { finding: Finding; brief?: boolean }) {
  const { id } = useOpenMachine();
  const { selected, select } = useSelection();
  const [part] = finding.partitions;
  return (
    <article
      className={classes.card}
      data-sign={finding.level}
      data-rule={finding.rule}
      data-selected={(!brief && selected !== null && finding.partitions.includes(selected)) || undefined}
      onClick={() => !brief && part && select(part)}
    >
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
          <RemedyButton key={remedy.title} remedy={remedy} />
        ))}
        {!brief && part && (
          <Link className="small" to={`/machines/${id}/section?sel=${part}`}>
            Work on it in the section
          </Link>
        )}
      </div>
    </article>
  );
}

/** Pointed at or focused, it shows in the section what it would do. */
function RemedyButton({ remedy }: { remedy: Remedy }) {
  const { attempt } = useEdit();
  const preview = useEditPreview(remedy.edit);
  return (
    <Button size="xs" variant="default" onClick={() => attempt(remedy.edit)} {...preview}>
      {remedy.title}
    </Button>
  );
}
