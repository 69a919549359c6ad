import { Button } from '@mantine/core';
import type { Alternative, Plan, Survey } from '@rhizotome/core';
import { useMemo, useState, type ReactNode } from 'react';
import { useAlternatives } from '../../open/alternatives.js';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { KeepPlanForm } from '../../parts/KeepPlanForm.js';
import { MoreButton } from '../../parts/MoreButton.js';
import { RenameDialog } from '../../parts/RenameDialog.js';
import { SectionGlance } from '../../section/SectionGlance.js';
import classes from './AlternativesPage.module.css';
import { rowsOf, type Row } from './rows.js';

/** The plan current plan beside those that were kept: small sections, and the figures that differ. */
export function AlternativesPage() {
  const all = useAlternatives();
  const { kept, problem, removed } = all;
  return (
    <div className="page">
      <h1>Alternatives</h1>
      <p className="soft">
        Save this plan under a name, change it, and compare. Using an alternative is one change, and can be
        undone.
      </p>
      <KeepPlanForm
        className={classes.keep}
        label="Name of the alternative"
        placeholder="What is special about this plan"
        button="Save this plan"
        size="sm"
        keep={all.keep}
        busy={all.keeping}
      />
      {problem && (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      )}
      {removed && (
        <p role="status" className={classes.removed}>
          “{removed.name}” was deleted.{' '}
          <Button size="compact-xs" variant="default" onClick={all.putBack}>
            Undo
          </Button>
        </p>
      )}
      {kept === undefined ? (
        !problem && <p role="status">Loading alternatives…</p>
      ) : kept.length === 0 ? (
        <p>There are no alternatives yet. Plans that you save are shown here next to the current plan.</p>
      ) : (
        <Comparison kept={kept} all={all} />
      )}
    </div>
  );
}

interface ComparisonProps {
  readonly kept: readonly Alternative[];
  readonly all: ReturnType<typeof useAlternatives>;
}

function Comparison({ kept, all }: ComparisonProps) {
  const { open } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const [renaming, setRenaming] = useState<Alternative | null>(null);
  const plans = useMemo(
    () => [{ plan, survey }, ...kept.map((k) => ({ plan: k.plan, survey: open.surveyOf(k.plan) }))],
    [plan, survey, kept, open],
  );
  const rows = useMemo(() => rowsOf(plans), [plans]);
  const besides = useMemo(
    () => plans.map((one) => plans.filter((o) => o !== one && o.survey === one.survey).map((o) => o.plan)),
    [plans],
  );
  return (
    <div className={classes.scroll}>
      <table className={classes.table}>
        <thead>
          <tr>
            <td />
            <th scope="col">current plan</th>
            {kept.map((one) => (
              <th scope="col" key={one.id}>
                <div className={classes.head}>
                  <span>{one.name}</span>
                  <MoreButton
                    label={`More for ${one.name}`}
                    actions={[
                      { title: 'Rename', run: () => setRenaming(one) },
                      { title: 'Duplicate', run: () => all.duplicate(one) },
                      { title: 'Delete', run: () => all.remove(one) },
                    ]}
                  />
                </div>
              </th>
            ))}
          </tr>
          <tr>
            <td />
            <Drawn {...plans[0]!} beside={besides[0]!} />
            {kept.map((one, i) => (
              <Drawn key={one.id} {...plans[i + 1]!} beside={besides[i + 1]!}>
                {all.stands(one) ? (
                  <span className="soft small">current plan</span>
                ) : (
                  <Button size="compact-sm" onClick={() => all.takeUp(one)}>
                    Use this plan
                  </Button>
                )}
              </Drawn>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.filter(differs).map((row) => (
            <tr key={row.name} data-differs>
              <th scope="row">{row.name}</th>
              {row.values.map((value, i) => (
                <td key={i} data-best={row.best[i] || undefined}>
                  {value}
                  {row.best[i] && <span className="visually-hidden">, the best</span>}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
        <tbody>
          <tr>
            <th scope="row" className="eyebrow">
              the same in all
            </th>
            <td colSpan={plans.length} className={classes.same}>
              {rows
                .filter((row) => !differs(row))
                .map((row) => (
                  <span key={row.name}>
                    {row.name}: {row.values[0]}
                  </span>
                ))}
            </td>
          </tr>
        </tbody>
      </table>
      {renaming && (
        <RenameDialog
          name={renaming.name}
          save={(name) => all.rename(renaming, name)}
          close={() => setRenaming(null)}
        />
      )}
    </div>
  );
}

const differs = (row: Row) => row.values.some((value) => value !== row.values[0]);

interface DrawnProps {
  readonly plan: Plan;
  readonly survey: Survey | undefined;
  readonly beside: readonly Plan[];
  readonly children?: ReactNode;
}

function Drawn({ plan, survey, beside, children }: DrawnProps) {
  return (
    <td>
      <div className={classes.section}>
        {survey ? (
          <SectionGlance plan={plan} survey={survey} labels="none" beside={beside} />
        ) : (
          <p className="soft small">It is not based on a reading of the disk.</p>
        )}
      </div>
      <div className={classes.take}>{children}</div>
    </td>
  );
}
