import { LEVELS, type Level } from '@rhizotome/core';
import { useDerived, useOpenState } from '../../open/context.js';
import { FindingCard } from './FindingCard.js';
import classes from './FindingsStage.module.css';

const LEVEL_TITLES: Readonly<Record<Level, readonly [string, string]>> = {
  blocker: ['Blockers', 'cannot work'],
  hazard: ['Hazards', 'data can be lost'],
  caution: ['Cautions', 'likely trouble'],
  advice: ['Advice', 'could be better'],
};

/** What is wrong with the plan, gravest first, with evidence and remedies. */
export function FindingsStage() {
  const { survey } = useOpenState();
  const { findings } = useDerived();
  return (
    <div className="page">
      <h1>Findings</h1>
      <p className="soft">Each remedy is one edit, made at a press and undone at a press.</p>
      {!survey && <p>Nothing can be judged before the disk is read. Begin with As found.</p>}
      {survey && findings.length === 0 && (
        <p>Nothing is wrong with this plan, as far as these rules can see.</p>
      )}
      {LEVELS.map((level) => {
        const here = findings.filter((f) => f.level === level);
        if (here.length === 0) return null;
        const [title, meaning] = LEVEL_TITLES[level];
        return (
          <section key={level} className={classes.level} aria-label={title}>
            <h2 data-sign={level}>
              {title} <span className="soft">{meaning}</span>
            </h2>
            {here.map((finding) => (
              <FindingCard key={finding.id} finding={finding} />
            ))}
          </section>
        );
      })}
    </div>
  );
}
