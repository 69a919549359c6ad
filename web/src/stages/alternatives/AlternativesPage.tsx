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
import { words } from '../../words/words.js';

/** The current plan beside those that were kept: small sections, and the figures that differ. */
export function AlternativesPage() {
  const all = useAlternatives();
  const { kept, problem, removed } = all;
  return (
    <div className="page">
      <h1>{words['alternatives.alternatives']()}</h1>
      <p className="soft">{words['alternatives.save-plan-under-name']()}</p>
      <KeepPlanForm
        className={classes.keep}
        label={words['alternatives.name-alternative']()}
        placeholder={words['alternatives.what-special-about-plan']()}
        button={words['alternatives.save-plan']()}
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
          {words['machines.was-deleted'](removed.name)}{' '}
          <Button size="compact-xs" variant="default" onClick={all.putBack}>
            {words['common.undo']()}
          </Button>
        </p>
      )}
      {kept === undefined ? (
        !problem && <p role="status">{words['alternatives.loading-alternatives']()}</p>
      ) : kept.length === 0 ? (
        <p>{words['alternatives.there-no-alternatives-yet']()}</p>
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
  const compared = useMemo(
    () => plans.map((one) => plans.filter((o) => o.survey === one.survey).map((o) => o.plan)),
    [plans],
  );
  return (
    <div className={classes.scroll}>
      <table className={classes.table}>
        <thead>
          <tr>
            <td />
            <th scope="col">{words['alternatives.current-plan']()}</th>
            {kept.map((one) => (
              <Named key={one.id} one={one} all={all} rename={() => setRenaming(one)} />
            ))}
          </tr>
          <tr>
            <td />
            <Drawn {...plans[0]!} among={compared[0]!} />
            {kept.map((one, i) => (
              <Drawn key={one.id} {...plans[i + 1]!} among={compared[i + 1]!}>
                {all.stands(one) ? (
                  <span className="soft small">{words['alternatives.current-plan']()}</span>
                ) : (
                  <Button size="compact-sm" onClick={() => all.takeUp(one)}>
                    {words['alternatives.use-plan']()}
                  </Button>
                )}
              </Drawn>
            ))}
          </tr>
        </thead>
        <Figures rows={rows} />
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

/** The name of one that was kept, and what can be done with it. */
function Named({
  one,
  all,
  rename,
}: Pick<ComparisonProps, 'all'> & { one: Alternative; rename: () => void }) {
  return (
    <th scope="col">
      <div className={classes.head}>
        <span>{one.name}</span>
        <MoreButton
          label={words['alternatives.more'](one.name)}
          actions={[
            { title: words['common.rename'](), run: rename },
            { title: words['common.duplicate'](), run: () => all.duplicate(one) },
            { title: words['common.delete'](), run: () => all.remove(one) },
          ]}
        />
      </div>
    </th>
  );
}

/** The figures that differ, a row each; those that do not, in a few words below. */
function Figures({ rows }: { rows: readonly Row[] }) {
  return (
    <>
      <tbody>
        {rows.filter(differs).map((row) => (
          <tr key={row.name} data-differs>
            <th scope="row">{row.name}</th>
            {row.values.map((value, i) => (
              <td key={i} data-best={row.best[i] || undefined}>
                {value}
                {row.best[i] && <span className="visually-hidden">{words['alternatives.best']()}</span>}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
      <tbody>
        <tr>
          <th scope="row" className="eyebrow">
            {words['alternatives.same-all']()}
          </th>
          <td colSpan={rows[0]?.values.length ?? 1} className={classes.same}>
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
    </>
  );
}

const differs = (row: Row) => row.values.some((value) => value !== row.values[0]);

interface DrawnProps {
  readonly plan: Plan;
  readonly survey: Survey | undefined;
  readonly among: readonly Plan[];
  readonly children?: ReactNode;
}

function Drawn({ plan, survey, among, children }: DrawnProps) {
  return (
    <td>
      <div className={classes.section}>
        {survey ? (
          <SectionGlance plan={plan} survey={survey} labels="none" among={among} />
        ) : (
          <p className="soft small">{words['alternatives.not-based-reading-disk']()}</p>
        )}
      </div>
      <div className={classes.take}>{children}</div>
    </td>
  );
}
