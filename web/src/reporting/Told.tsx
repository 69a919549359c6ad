import type { Message, ReportChange, ReportDiffers, ReportRemark } from '@rhizotome/core';
import { say } from '../words/say.js';
import { words } from '../words/words.js';
import classes from './Told.module.css';

interface ToldProps {
  readonly changes: readonly ReportChange[];
  readonly remarks: readonly ReportRemark[];
  readonly differences?: readonly ReportDiffers[];
}

/** What a report would change, what it could not tell, and where it differs from what was read before. */
export function Told({ changes, remarks, differences = [] }: ToldProps) {
  return (
    <div className={classes.told}>
      <h3>{words['report.tells']()}</h3>
      {changes.length === 0 ? (
        <p className="soft">{words['report.nothing-new']()}</p>
      ) : (
        <Lines of={changes} />
      )}
      {remarks.length > 0 && (
        <div className={classes.remarks}>
          <Lines of={remarks} />
        </div>
      )}
      {differences.length > 0 && (
        <div className={classes.remarks}>
          <p>{words['report.differs']()}</p>
          <Lines of={differences} />
        </div>
      )}
    </div>
  );
}

function Lines({ of }: { of: readonly Message[] }) {
  return (
    <ul>
      {of.map((message) => {
        const line = say(message) as string;
        return <li key={line}>{line}</li>;
      })}
    </ul>
  );
}
