import { Button, Textarea } from '@mantine/core';
import {
  cryptTableText,
  judgeMountTable,
  message,
  mountFields,
  mountTableText,
  type MountFault,
  type Survey,
  type SystemMounts,
} from '@rhizotome/core';
import { useState } from 'react';
import { useOpenState } from '../../open/context.js';
import { say } from '../../words/say.js';
import { Heads } from './Heads.js';
import classes from './MountTables.module.css';
import runbook from './RunbookStage.module.css';
import { words } from '../../words/words.js';

/** For every system that has one: the mount table that the plan wants, why each line is there, and one to compare with it. */
export function MountTables({ mounts, survey }: { mounts: readonly SystemMounts[]; survey: Survey }) {
  if (mounts.length === 0) return null;
  return (
    <section className={`${runbook.sheet} ${classes.tables}`} aria-labelledby="mounts-title">
      <h2 id="mounts-title">{say(message('page.mounts'))}</h2>
      {mounts.map((of) => (
        <OneTable key={of.system.id} mounts={of} survey={survey} />
      ))}
    </section>
  );
}

function OneTable({ mounts, survey }: { mounts: SystemMounts; survey: Survey }) {
  const { system, table, byInstaller, present } = mounts;
  const crypt = cryptTableText(table);
  return (
    <article data-mounts={system.id}>
      <h3>{system.name}</h3>
      <p className="soft">{say(message('page.mounts-about', { byInstaller }))}</p>
      <div className={runbook.scroll}>
        <table>
          <Heads names={say(message('page.mounts-heads'))} />
          <tbody>
            {table.lines.map((line) => (
              <tr key={`${line.volume} ${line.mountPoint}`}>
                {mountFields(line).map((cell, i) => (
                  <td key={i} className="mono">
                    {cell}
                  </td>
                ))}
                <td>{say(line.why)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {crypt !== '' && (
        <p className="small">
          /etc/crypttab: <code className={classes.line}>{crypt}</code>
        </p>
      )}
      {present && <Faults faults={present} none={say(message('page.mounts-fits', { read: true }))} />}
      <Compare mounts={mounts} survey={survey} />
    </article>
  );
}

function Faults({ faults, none }: { faults: readonly MountFault[]; none: string }) {
  if (faults.length === 0) return <p className="small">{none}</p>;
  return (
    <ul className={classes.faults}>
      {faults.map((fault, i) => (
        <li key={i}>
          {fault.line !== null && <b>{words['runbook.line'](fault.line)}</b>}
          {say(fault.says)}
        </li>
      ))}
    </ul>
  );
}

/** A table that is pasted is judged against the plan at once. */
function Compare({ mounts: { system, table }, survey }: { mounts: SystemMounts; survey: Survey }) {
  const { plan } = useOpenState();
  const [text, setText] = useState('');
  const [copied, setCopied] = useState(false);
  const copy = () => {
    void navigator.clipboard.writeText(`${mountTableText(table)}\n`).then(() => setCopied(true));
  };
  return (
    <details className="no-print">
      <summary>{words['runbook.copy-or-check-table']()}</summary>
      <Button size="xs" variant="default" onClick={copy}>
        {copied ? words['runbook.copied']() : words['runbook.copy-as-etc-fstab']()}
      </Button>
      <Textarea
        label={words['runbook.paste-etc-fstab']()}
        aria-label={words['runbook.mount-table-check'](system.name)}
        autosize
        minRows={3}
        maxRows={12}
        spellCheck={false}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      {text.trim() !== '' && (
        <Faults
          faults={judgeMountTable({ plan, survey }, system, text)}
          none={say(message('page.mounts-fits', { read: false }))}
        />
      )}
    </details>
  );
}
