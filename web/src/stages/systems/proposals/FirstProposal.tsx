import { Button } from '@mantine/core';
import type { Survey } from '@rhizotome/core';
import { Link } from 'react-router';
import { useEdit, useOpenState } from '../../../open/context.js';
import { useEditPreview } from '../../../open/preview.js';
import { say } from '../../../words/say.js';
import { words } from '../../../words/words.js';
import classes from './Proposals.module.css';
import { useProposals } from './useProposals.js';

/** The best of the plans that are proposed, in a few lines; the others are one press away. */
export function FirstProposal({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { state, found: last } = useProposals(plan, survey);
  const { attempt } = useEdit();
  const found = state === 'found' && last?.of === plan ? last.proposals : undefined;
  const [first] = found?.proposals ?? [];
  const preview = useEditPreview(first?.edit ?? null);
  return (
    <div className={classes.first}>
      {first && (
        <>
          <ul className={classes.reasons}>
            {first.reasons.map(say).map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
          <Button size="xs" variant="default" onClick={() => attempt(first.edit)} {...preview}>
            {words['proposals.use']()}
          </Button>
        </>
      )}
      {!first && found?.whyNot.map(({ says }) => <p key={say(says)}>{say(says)}</p>)}
      <Link to="../systems">{words['proposals.others']()}</Link>
    </div>
  );
}
