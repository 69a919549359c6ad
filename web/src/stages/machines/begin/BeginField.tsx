import { Button, Input } from '@mantine/core';
import { lazy, Suspense, useEffect, useState } from 'react';
import { chooseFile } from '../../../parts/choose-file.js';
import { words } from '../../../words/first-page.js';
import classes from './Begin.module.css';
import { useGiven } from './useGiven.js';

const HowToReport = lazy(() =>
  import('../../../reporting/HowToReport.js').then((m) => ({ default: m.HowToReport })),
);
const GivenList = lazy(() => import('./GivenList.js').then((m) => ({ default: m.GivenList })));

/** The one field by which machines come: text that is pasted, files that are dropped anywhere on the page. */
export function BeginField({ first }: { first: boolean }) {
  const given = useGiven();
  const [asked, setAsked] = useState<boolean | null>(null);
  const how = asked ?? first;
  const over = useDropAnywhere(given.drop);
  return (
    <section className={classes.begin} data-over={over} data-testid="begin">
      <div className={classes.field}>
        <Input
          component="textarea"
          multiline
          aria-label={words['begin.field']()}
          placeholder={words['begin.placeholder']()}
          rows={1}
          className={classes.paste}
          spellCheck={false}
          value=""
          onChange={(event) => {
            const text = event.currentTarget.value;
            if (text.trim() !== '') given.paste(text);
          }}
        />
        <Button variant="default" onClick={() => chooseFile('', (file) => given.drop([file]))}>
          {words['begin.choose']()}
        </Button>
        <Button variant="subtle" aria-expanded={how} onClick={() => setAsked(!how)}>
          {words['begin.how']()}
        </Button>
      </div>
      <p className="small soft">{words['begin.kinds']()}</p>
      {how && (
        <Suspense>
          <HowToReport />
        </Suspense>
      )}
      {given.list.length > 0 && (
        <Suspense>
          <GivenList given={given} />
        </Suspense>
      )}
    </section>
  );
}

/** Files that are dropped anywhere in the window. @returns whether some are held over it */
function useDropAnywhere(drop: (files: readonly File[]) => void): boolean {
  const [over, setOver] = useState(false);
  useEffect(() => {
    const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const hold = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const take = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(false);
      drop([...(event.dataTransfer?.files ?? [])]);
    };
    addEventListener('dragover', hold);
    addEventListener('dragleave', leave);
    addEventListener('drop', take);
    return () => {
      removeEventListener('dragover', hold);
      removeEventListener('dragleave', leave);
      removeEventListener('drop', take);
    };
  });
  return over;
}
