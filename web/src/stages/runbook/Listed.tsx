import { listedCells, listedHeads, message, type Sheet } from '@rhizotome/core';
import { say, text } from '../../words/say.js';
import { useSelection } from '../../open/context.js';
import { Heads } from './Heads.js';
import classes from './RunbookStage.module.css';

/** The disk as one environment lists it, with what to do with each line. */
export function Listed({ sheet }: { sheet: Sheet }) {
  const { selected, select } = useSelection();
  const { listing, rows } = sheet;
  return (
    <details className={classes.listed} open>
      <summary>{say(message('page.listed'))}</summary>
      <p className="soft small">{say(message('page.listed-about', { listing }))}</p>
      <div className={classes.scroll}>
        <table>
          <Heads names={say(listedHeads(listing))} />
          <tbody>
            {rows.map((row) => (
              <tr
                key={row.id}
                data-kind={row.kind}
                data-listed={row.id}
                data-instruction={row.instruction}
                data-selected={selected === row.id || undefined}
                onClick={() => select(row.id)}
              >
                {listedCells(listing, row).map((cell, i) => (
                  <td key={i}>{text(cell)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
