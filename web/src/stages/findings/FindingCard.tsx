import { Button, TextInput } from '@mantine/core';
import { acceptEdit, basisOf, isAcceptable, stepOfFinding, type Finding, type Remedy } from '@rhizotome/core';
import { useMemo, useState, type FormEvent } from 'react';
import { say, text } from '../../words/say.js';
import { words } from '../../words/words.js';
import { Link } from 'react-router';
import { useEdit, useOpenMachine, useOpenState, useSelection } from '../../open/context.js';
import { useEditPreview, useMomentPreview } from '../../open/preview.js';
import classes from './FindingsStage.module.css';
import { Explained } from '../../parts/Explained.js';

/** One finding: what, why, the figures behind it, and what can be done. `brief` leaves the figures out. */
export function FindingCard({ finding, brief = false }: { finding: Finding; brief?: boolean }) {
  const { id } = useOpenMachine();
  const { selected, select } = useSelection();
  const [part] = finding.partitions;
  const { title, why } = say(finding.says);
  const { source } = say(basisOf(finding.rule));
  return (
    <article
      className={classes.card}
      data-sign={finding.level}
      data-rule={finding.rule}
      data-selected={(!brief && selected !== null && finding.partitions.includes(selected)) || undefined}
      onClick={() => !brief && part && select(part)}
    >
      <h3>{title}</h3>
      <p>{brief ? why : <Explained>{why}</Explained>}</p>
      {!brief && (
        <dl>
          {finding.evidence.map((item, i) => (
            <div key={i}>
              <dt>{text(item.what)}</dt>
              <dd>{text(item.value)}</dd>
            </div>
          ))}
          {source !== null && (
            <div className={classes.source}>
              <dt>{words['findings.based-on']()}</dt>
              <dd>{source}</dd>
            </div>
          )}
        </dl>
      )}
      {!brief && finding.from !== null && <AtStep finding={finding} />}
      {finding.accepted !== undefined && <Accepted finding={finding} />}
      <div className={classes.remedies}>
        {finding.remedies.map((remedy, i) => (
          <RemedyButton key={i} remedy={remedy} />
        ))}
        {!brief && part && (
          <Link className="small" to={`/machines/${id}/layout?sel=${part}`}>
            {words['findings.show-layout']()}
          </Link>
        )}
        {!brief && isAcceptable(finding) && finding.accepted === undefined && <Accept finding={finding} />}
      </div>
    </article>
  );
}

/** The step with which it comes true: pointed at, the section shows the disk as that step leaves it. */
function AtStep({ finding }: { finding: Finding }) {
  const { id } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const step = useMemo(
    () => (survey ? stepOfFinding({ plan, survey }, finding) : null),
    [plan, survey, finding],
  );
  const preview = useMomentPreview(step);
  if (step === null) return null;
  return (
    <p className={classes.step}>
      <Link to={`/machines/${id}/runbook?step=${step}`} {...preview}>
        {words['findings.with-step'](step)}
      </Link>
    </p>
  );
}

/** That it was accepted, why, and the way back. */
function Accepted({ finding }: { finding: Finding }) {
  const { attempt } = useEdit();
  const again = () => attempt({ kind: 'accept', finding: finding.id, accepted: null });
  return (
    <p className={classes.accepted}>
      <strong>{words['finding.accepted']()}</strong> <bdi>{finding.accepted}</bdi>{' '}
      <Button size="compact-xs" variant="default" onClick={again}>
        {words['finding.accept-no-more']()}
      </Button>
    </p>
  );
}

/** Asks for a remark, and accepts the finding with it. */
function Accept({ finding }: { finding: Finding }) {
  const { attempt } = useEdit();
  const [remark, setRemark] = useState<string | null>(null);
  if (remark === null)
    return (
      <Button size="xs" variant="subtle" onClick={() => setRemark('')}>
        {words['finding.accept']()}
      </Button>
    );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    attempt(acceptEdit(finding, remark.trim()));
  };
  return (
    <form className={classes.accept} onSubmit={submit}>
      <TextInput
        size="xs"
        data-autofocus
        autoFocus
        maxLength={200}
        aria-label={words['finding.remark']()}
        placeholder={words['finding.remark']()}
        value={remark}
        onChange={(event) => setRemark(event.currentTarget.value)}
      />
      <Button size="xs" type="submit">
        {words['finding.accept-it']()}
      </Button>
      <Button size="xs" variant="default" onClick={() => setRemark(null)}>
        {words['finding.cancel']()}
      </Button>
    </form>
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
