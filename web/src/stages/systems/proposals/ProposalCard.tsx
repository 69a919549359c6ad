import { Button } from '@mantine/core';
import type { Plan, Proposal, Survey } from '@rhizotome/core';
import { useEdit } from '../../../open/context.js';
import { SectionGlance } from '../../../section/SectionGlance.js';
import { words } from '../../../words/words.js';
import classes from './Proposals.module.css';

interface Props {
  readonly proposal: Proposal;
  /** What tells it from the others. */
  readonly reasons: readonly string[];
  /** Its place among the others, from 1. */
  readonly place: number;
  /** Whether it is for the plan as it is. */
  readonly current: boolean;
  readonly survey: Survey;
  readonly among: readonly Plan[];
}

/** One plan that is proposed: how it divides the disk, what tells it from the others, and a press to use it. */
export function ProposalCard({ proposal, reasons, place, current, survey, among }: Props) {
  const { attempt } = useEdit();
  const best = place === 1 && titleOf(proposal) === words['proposals.first']();
  return (
    <li className={classes.card} data-best={best || undefined}>
      <span className={classes.kind}>{titleOf(proposal)}</span>
      <div className={classes.section}>
        <SectionGlance plan={proposal.after} survey={survey} labels="none" among={among} />
      </div>
      <Button
        size="xs"
        variant={best ? 'filled' : 'default'}
        disabled={!current}
        aria-label={words['proposals.use-nth'](place)}
        onClick={() => attempt(proposal.edit)}
      >
        {words['proposals.use']()}
      </Button>
      <ul className={classes.reasons}>
        {reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
    </li>
  );
}

function titleOf({ near, given }: Proposal): string {
  if (near !== null) return words['proposals.near'](near);
  return given < 1 ? words['proposals.less']() : words['proposals.first']();
}
