import { Button } from '@mantine/core';
import {
  printRecipe,
  recipeOf,
  systemsToPlace,
  type Proposals,
  type Survey,
  type System,
} from '@rhizotome/core';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { keptRecipe } from '../../recipe/recipe-text.js';
import { useEdit, useOpenMachine, useOpenState } from '../../../open/context.js';
import { say } from '../../../words/say.js';
import { words } from '../../../words/words.js';
import { ProposalCard } from './ProposalCard.js';
import classes from './Proposals.module.css';
import { useProposals } from './useProposals.js';
import { PlanWishFields, SystemWishFields } from './WishFields.js';

/** What is wished for the systems that come, and the plans that give it. Where all have their place it waits to be asked. */
export function ProposalsPanel({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { systems, again } = useMemo(() => systemsToPlace(plan), [plan]);
  const [asked, setAsked] = useState(false);
  if (systems.length === 0) return null;
  if (again && !asked)
    return (
      <section className={classes.panel} aria-label={words['proposals.title']()}>
        <p className="soft">{words['proposals.again-what']()}</p>
        <Button size="xs" variant="default" onClick={() => setAsked(true)}>
          {words['proposals.again']()}
        </Button>
      </section>
    );
  return <Wishing systems={systems} survey={survey} />;
}

function Wishing({ systems, survey }: { systems: readonly System[]; survey: Survey }) {
  const { plan } = useOpenState();
  const searched = useProposals(plan, survey);
  const soFar = searched.found?.of === plan ? searched.found.proposals : null;
  return (
    <section className={classes.panel} aria-label={words['proposals.title']()}>
      <h2>{words['proposals.title']()}</h2>
      <p className="soft small">{words['proposals.what']()}</p>
      <div className={classes.wishes}>
        {systems.map((system) => (
          <SystemWishFields key={system.id} system={system} survey={survey} />
        ))}
        <details open={plan.wish !== undefined}>
          <summary>{words['proposals.more']()}</summary>
          <PlanWishFields />
        </details>
      </div>
      <ForOthers />
      {searched.state === 'searching' && (
        <p role="status">
          {words['proposals.searching'](soFar)}{' '}
          <Button size="compact-xs" variant="default" onClick={searched.stop}>
            {words['proposals.stop']()}
          </Button>
        </p>
      )}
      {searched.state === 'stopped' && <p role="status">{words['proposals.stopped']()}</p>}
      {searched.state === 'failed' && <p role="alert">{words['proposals.failed'](searched.why)}</p>}
      {searched.found && (
        <Found
          proposals={searched.found.proposals}
          survey={survey}
          current={searched.found.of === plan}
          searching={searched.state === 'searching'}
        />
      )}
    </section>
  );
}

/** The same wishes, for all machines of the bench. */
function ForOthers() {
  const { plan } = useOpenState();
  const { name } = useOpenMachine();
  const navigate = useNavigate();
  const recipe = recipeOf(plan, name);
  if (!recipe) return null;
  const use = () => {
    keptRecipe.write(printRecipe(recipe));
    void navigate('/recipe');
  };
  return (
    <Button size="compact-xs" variant="subtle" color="loam" onClick={use}>
      {words['recipe.use-wishes']()}
    </Button>
  );
}

interface FoundProps {
  readonly proposals: Proposals;
  readonly survey: Survey;
  /** Whether they are for the plan as it is: those of before are shown until new ones come, and cannot be used. */
  readonly current: boolean;
  readonly searching: boolean;
}

function Found({ proposals: { proposals, proof, whyNot }, survey, current, searching }: FoundProps) {
  const { attempt } = useEdit();
  const plans = useMemo(() => proposals.map((p) => p.after), [proposals]);
  const reasons = proposals.map((p) => p.reasons.map(say));
  // What is so in all of them tells none from another.
  const shared = reasons.length > 1 ? reasons[0]!.filter((r) => reasons.every((of) => of.includes(r))) : [];
  return (
    <>
      {proposals.length === 0 && !searching && <p>{words['proposals.none']()}</p>}
      <ol className={classes.cards} aria-label={words['proposals.list']()}>
        {proposals.map((proposal, i) => (
          <ProposalCard
            key={i}
            proposal={proposal}
            reasons={reasons[i]!.filter((reason) => !shared.includes(reason))}
            place={i + 1}
            current={current}
            survey={survey}
            among={plans}
          />
        ))}
      </ol>
      {shared.length > 0 && <p className="small">{words['proposals.in-all'](shared)}</p>}
      {proof && <p className="small soft">{say(proof)}</p>}
      {whyNot.length > 0 && (
        <div className={classes.obstacles}>
          <h3>{words['proposals.why-not']()}</h3>
          <ul>
            {whyNot.map(({ says, lift }) => (
              <li key={say(says)}>
                {say(says)}{' '}
                {lift && (
                  <Button size="compact-xs" variant="default" onClick={() => attempt(lift)}>
                    {words['proposals.lift']()}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
