import { Button } from '@mantine/core';
import type { Finding, Remedy } from '@rhizotome/core';
import { say, text } from '../../words/say.js';
import { Link } from 'react-router';
import { useEdit, useOpenMachine, useSelection } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import classes from './FindingsStage.module.css';

/** One finding: what, why, the figures behind it, and what can be done. `brief` leaves the figures out. */
export function FindingCard({ finding, brief = false }: { finding: Finding; brief?: boolean }) {
  const { id } = useOpenMachine();
  const { selected, select } = useSelection();
  const [part] = finding.partitions;
  const { title, why } = say(finding.says);
  return (
    <article
      className={classes.card}
      data-sign={finding.level}
      data-rule={finding.rule}
      data-selected={(!brief && selected !== null && finding.partitions.includes(selected)) || undefined}
      onClick={() => !brief && part && select(part)}
    >
      <h3>{title}</h3>
      <p>{why}</p>
      {!brief && (
        <dl>
          {finding.evidence.map((item, i) => (
            <div key={i}>
              <dt>{text(item.what)}</dt>
              <dd>{text(item.value)}</dd>
            </div>
          ))}
        </dl>
      )}
      <div className={classes.remedies}>
        {finding.remedies.map((remedy, i) => (
          <RemedyButton key={i} remedy={remedy} />
        ))}
        {!brief && part && (
          <Link className="small" to={`/machines/${id}/layout?sel=${part}`}>
            Show it in the layout
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
      {text(remedy.title)}
    </Button>
  );
}
