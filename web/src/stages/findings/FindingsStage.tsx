import { LEVELS, type Finding, type Level, type Survey } from '@rhizotome/core';
import { useDerived, useOpenState, useSelection } from '../../open/context.js';
import { usePreview } from '../../open/preview.js';
import { SectionGlance } from '../../section/SectionGlance.js';
import { words } from '../../words/words.js';
import { FindingCard } from './FindingCard.js';
import classes from './FindingsStage.module.css';

const LEVEL_TITLES: Readonly<Record<Level, readonly [string, string]>> = {
  blocker: [words['findings.blockers'](), words['findings.cannot-work']()],
  hazard: [words['findings.hazards'](), words['findings.data-can-be-lost']()],
  caution: [words['findings.cautions'](), words['findings.likely-trouble']()],
  advice: [words['findings.advice'](), words['findings.could-be-better']()],
};

/** What is wrong with the plan, gravest first, with evidence and remedies; beside it, what a remedy would do. */
export function FindingsStage() {
  const { survey } = useOpenState();
  const { findings } = useDerived();
  const open = findings.filter((f) => f.accepted === undefined);
  if (!survey)
    return (
      <div className="page">
        <h1>{words['findings.findings']()}</h1>
        <p>{words['findings.read-disk-first-findings']()}</p>
      </div>
    );
  return (
    <div className={classes.stage}>
      <div className={classes.list}>
        <h1>{words['findings.findings']()}</h1>
        <p className="soft">{words['findings.each-remedy-one-change']()}</p>
        {open.length === 0 && (
          <p>
            {findings.length === 0
              ? words['findings.no-problem-was-found']()
              : words['finding.all-accepted']()}
          </p>
        )}
        {LEVELS.map((level) => {
          const [title, meaning] = LEVEL_TITLES[level];
          const found = open.filter((f) => f.level === level);
          return <Group key={level} sign={level} title={title} meaning={meaning} findings={found} />;
        })}
        <Group
          title={words['finding.accepted-title']()}
          meaning={words['finding.accepted-meaning']()}
          findings={findings.filter((f) => f.accepted !== undefined)}
        />
      </div>
      <Beside survey={survey} />
    </div>
  );
}

interface GroupProps {
  readonly sign?: Level;
  readonly title: string;
  readonly meaning: string;
  readonly findings: readonly Finding[];
}

function Group({ sign, title, meaning, findings }: GroupProps) {
  if (findings.length === 0) return null;
  return (
    <section className={classes.level} aria-label={title}>
      <h2 data-sign={sign}>
        {title} <span className="soft">{meaning}</span>
      </h2>
      {findings.map((finding) => (
        <FindingCard key={finding.id} finding={finding} />
      ))}
    </section>
  );
}

function Beside({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { plan: previewed, shown } = usePreview();
  const { selected, select } = useSelection();
  return (
    <aside
      className={classes.beside}
      aria-label={words['findings.section']()}
      data-previewed={previewed ? true : undefined}
    >
      <p className={classes.state}>
        {!shown
          ? words['common.as-planned']()
          : shown.of === 'edit'
            ? words['findings.preview-remedy']()
            : words['findings.after-step'](shown.of.after)}
      </p>
      <div className={classes.glance}>
        <SectionGlance
          plan={previewed ?? plan}
          survey={survey}
          labels="planned"
          tentative={previewed !== null}
          selected={selected}
          onSelect={select}
        />
      </div>
    </aside>
  );
}
