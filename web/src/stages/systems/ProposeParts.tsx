import { Button } from '@mantine/core';
import { isHomeless, proposeParts, type Edit, type Survey, type System } from '@rhizotome/core';
import { say } from '../../words/say.js';
import { useMemo } from 'react';
import { useEdit, useOpenState } from '../../open/context.js';
import { useEditPreview } from '../../open/preview.js';
import classes from './ProposeParts.module.css';
import { words } from '../../words/words.js';

interface Props {
  readonly system: System;
  readonly survey: Survey;
}

/** Room and parts for a system that has none yet, as one edit that can be undone and bent. */
export function ProposeParts({ system, survey }: Props) {
  const { plan } = useOpenState();
  const wanted = isHomeless(plan, system);
  const proposal = useMemo(
    () => (wanted ? proposeParts({ plan, survey }, system) : undefined),
    [plan, survey, system, wanted],
  );
  if (!proposal) return null;
  if (!proposal.ok) return <p className="small soft">{say(proposal.hindrance)}</p>;
  return (
    <div className={classes.proposal}>
      {proposal.edit.edits.length > 0 && <ProposeButton edit={proposal.edit} />}
      <ul className="small soft">
        {proposal.does.map(say).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

function ProposeButton({ edit }: { edit: Edit }) {
  const { attempt } = useEdit();
  const preview = useEditPreview(edit);
  return (
    <Button size="xs" variant="default" onClick={() => attempt(edit)} {...preview}>
      {words['systems.use-proposal']()}
    </Button>
  );
}
