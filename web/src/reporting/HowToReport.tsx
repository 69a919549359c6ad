import { Button, SegmentedControl } from '@mantine/core';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { download } from '../parts/download.js';
import { words } from '../words/words.js';
import classes from './HowToReport.module.css';
import {
  FILE_COMMANDS,
  pasteable,
  REPORTING,
  reportingHere,
  SCRIPT_NAMES,
  scriptOf,
  type Reporting,
} from './scripts.js';

/** How a machine is made to tell of itself: a script for its system, to be copied or carried there. */
export function HowToReport() {
  const [system, setSystem] = useState<Reporting>(() => reportingHere(navigator.userAgent));
  const script = useScript(system);
  const shown = useRef<HTMLPreElement>(null);
  const { copied, copy, forget } = useCopying(shown);
  const choose = (next: string) => {
    setSystem(next as Reporting);
    forget();
  };
  return (
    <div className={classes.how}>
      <SegmentedControl
        aria-label={words['report.system']()}
        size="sm"
        value={system}
        data={REPORTING.map((value) => ({ value, label: words['report.system-name'](value) }))}
        onChange={choose}
      />
      <ol className={classes.steps}>
        <li>{words['report.open-shell'](system)}</li>
        <li>
          {words['report.copy-and-run'](system)}
          <div className={classes.actions}>
            <Button size="xs" onClick={() => void copy(pasteable(system, script))} disabled={script === ''}>
              {words['report.copy-script']()}
            </Button>
            <span role="status" className="small soft">
              {copied && words['report.copied'](copied)}
            </span>
          </div>
        </li>
        <li>{words['report.paste-here']()}</li>
      </ol>
      <p className="small soft">{words['report.what-it-reads'](system)}</p>
      <details>
        <summary>{words['report.show-script']()}</summary>
        <pre ref={shown} tabIndex={0} className={classes.script}>
          {pasteable(system, script)}
        </pre>
      </details>
      <details>
        <summary>{words['report.another-screen']()}</summary>
        <p className="small">{words['report.carry-file']()}</p>
        <code className={classes.command}>{FILE_COMMANDS[system]}</code>
        <Button
          size="xs"
          variant="default"
          disabled={script === ''}
          onClick={() => download(SCRIPT_NAMES[system], new Blob([script], { type: 'text/plain' }))}
        >
          {words['report.save-script']()}
        </Button>
      </details>
    </div>
  );
}

/** Copies a text. Where the browser does not allow that, what is shown of it is selected. */
function useCopying(shown: RefObject<HTMLElement | null>) {
  const [copied, setCopied] = useState<'copied' | 'selected' | null>(null);
  const copy = async (text: string) => {
    try {
      await navigator.clipboard.writeText(text);
      setCopied('copied');
    } catch {
      // Not allowed on a page that another computer serves.
      if (shown.current) getSelection()?.selectAllChildren(shown.current);
      setCopied('selected');
    }
  };
  return { copied, copy, forget: () => setCopied(null) };
}

/** Empty until it is loaded. */
function useScript(system: Reporting): string {
  const [loaded, setLoaded] = useState<{ readonly system: Reporting; readonly text: string } | null>(null);
  useEffect(() => {
    let current = true;
    void scriptOf(system).then((text) => current && setLoaded({ system, text }));
    return () => {
      current = false;
    };
  }, [system]);
  return loaded?.system === system ? loaded.text : '';
}
