import { entryName, entryStates, type EntryState, type Survey } from '@rhizotome/core';
import { useOpenState } from '../../open/context.js';
import { OwnerSwatch } from '../../parts/OwnerSwatch.js';
import { foundTitle, partitionTitle } from '../../words/names.js';
import { words } from '../../words/words.js';
import classes from './EntriesTable.module.css';

/** The boot entries that the firmware has now, where each leads, and what becomes of it. */
export function EntriesTable({ survey }: { survey: Survey }) {
  const { plan } = useOpenState();
  const { machine, target } = plan;
  if (target.mode !== 'uefi') return null;
  const by = machine.told?.bootEntries;
  const states = entryStates({ plan, survey });
  return (
    <section className={classes.entries} aria-labelledby="entries-title">
      <h2 id="entries-title">{words['entries.title']()}</h2>
      {!machine.bootEntries && <p className="soft small">{words['entries.not-read']()}</p>}
      {by && <p className="soft small">{words['report.told-by'](by.by, by.at.slice(0, 10))}</p>}
      {states.length > 0 && (
        <div className={classes.scroll}>
          <table>
            <thead>
              <tr>
                <th>{words['entries.order']()}</th>
                <th>{words['entries.name']()}</th>
                <th>{words['entries.leads-to']()}</th>
                <th>{words['entries.after']()}</th>
              </tr>
            </thead>
            <tbody>
              {states.map((state) => (
                <EntryRow
                  key={state.entry.number}
                  state={state}
                  survey={survey}
                  order={machine.bootEntries!.order}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

interface EntryRowProps {
  readonly state: EntryState;
  readonly survey: Survey;
  readonly order: readonly number[];
}

function EntryRow({ state, survey, order }: EntryRowProps) {
  const { plan } = useOpenState();
  const { entry, system, found, planned, fate, isDefault, isCurrent } = state;
  const at = order.indexOf(entry.number);
  const place = planned ? partitionTitle(planned) : found ? foundTitle({ plan, survey }, found) : null;
  const marks = [
    ...(isDefault ? [words['entries.first']()] : []),
    ...(isCurrent ? [words['entries.current']()] : []),
    ...(entry.active ? [] : [words['entries.off']()]),
  ];
  return (
    <tr>
      <td>{at < 0 ? '–' : at + 1}</td>
      <td>
        <strong>{entry.description}</strong>
        <div className="small soft">{[entryName(entry.number), ...marks].join(' · ')}</div>
        {system && (
          <div className={classes.system}>
            <OwnerSwatch owners={[system.id]} /> {system.name}
          </div>
        )}
      </td>
      <td>
        {place ?? words['entries.place'](fate)}
        {entry.path && <div className={classes.path}>{entry.path}</div>}
      </td>
      <td data-sign={['gone', 'emptied', 'nowhere'].includes(fate) ? 'caution' : undefined}>
        {words['entries.fate'](fate)}
      </td>
    </tr>
  );
}
