import { message, type RecognitionRow } from '@rhizotome/core';
import { say, text } from '../../words/say.js';
import { useSelection } from '../../open/context.js';
import { Heads } from './Heads.js';
import classes from './RunbookStage.module.css';

/** How to recognise every line in whatever lists the disk on the day. */
export function Sheet({ rows }: { rows: readonly RecognitionRow[] }) {
  const { selected, select } = useSelection();
  return (
    <section className={classes.sheet} aria-labelledby="sheet-title">
      <h2 id="sheet-title">{say(message('page.sheet'))}</h2>
      <p className="soft">{say(message('page.sheet-about'))}</p>
      <div className={classes.scroll}>
        <table>
          <Heads names={say(message('page.sheet-heads'))} />
          <tbody>
            {rows.map((row) => (
              <tr
                key={row.id}
                data-kind={row.kind}
                data-row={row.id}
                data-selected={selected === row.id || undefined}
                onClick={() => select(row.id)}
              >
                <td>{row.order || ''}</td>
                <td className="mono">{row.device}</td>
                <td>
                  <b>{text(row.title)}</b>
                </td>
                <td className={classes.figure}>{row.binary}</td>
                <td className={classes.figure}>{row.decimal}</td>
                <td>{text(row.content)}</td>
                <td>{row.label}</td>
                <td>{row.typeName}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
