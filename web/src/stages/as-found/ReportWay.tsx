import { Button, NativeSelect, Textarea } from '@mantine/core';
import {
  formatBoth,
  refusalSays,
  type ReportOutcome,
  type reportOnPlan,
  type SurveyIdentity,
  type TakenReport,
  type Text,
} from '@rhizotome/core';
import { useMemo, useState } from 'react';
import { useOpenState } from '../../open/context.js';
import { chooseFile } from '../../parts/choose-file.js';
import { readText } from '../../parts/read-text.js';
import { HowToReport } from '../../reporting/HowToReport.js';
import { Told } from '../../reporting/Told.js';
import { useReadGiven } from '../../workers/useReadGiven.js';
import { text as say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './ReadDisk.module.css';

export interface ReportUse {
  /** Whether what is planned goes on from the disk that the report tells of; else the plan begins from it. */
  readonly goesOn: boolean;
  readonly take: (taken: TakenReport) => void;
  /** Of use as well where it tells nothing new: to be compared. */
  readonly compares?: boolean;
}

interface ReportWayProps extends ReportUse {
  readonly identity: () => SurveyIdentity;
}

/** What a pasted report comes to: its disks, the one that is meant, and what it would change, or what is wrong with it. */
function useReport({ identity, goesOn }: Pick<ReportWayProps, 'identity' | 'goesOn'>) {
  const { plan, survey = null } = useOpenState();
  const [text, setText] = useState('');
  const [chosen, choose] = useState<string | undefined>(undefined);
  const toRead = useMemo<Parameters<typeof reportOnPlan> | null>(
    () => (text.trim() === '' ? null : [text, { plan, survey, disk: chosen, identity: identity(), goesOn }]),
    [text, plan, survey, chosen, identity, goesOn],
  );
  const { value, problem: unread } = useReadGiven(words['given.report'](), 'reportOnPlan', toRead);
  const { disks = [], disk, outcome } = value?.ok ? value : {};
  const fault = value && !value.ok ? value.why : outcome && !outcome.ok ? problemOf(outcome) : null;
  return {
    ...{ text, setText, disks, disk, choose },
    taken: outcome?.ok ? outcome.taken : null,
    problem: unread ?? fault,
  };
}

/** What the running system told of its machine, pasted. What it would change is shown before anything is. */
export function ReportWay({ identity, goesOn, take, compares = false }: ReportWayProps) {
  const { text, setText, disks, disk, choose, taken, problem } = useReport({ identity, goesOn });
  return (
    <div className={classes.stack}>
      <HowToReport />
      <Textarea
        aria-label={words['report.pasted']()}
        placeholder='{ "format": "rhizotome/report", … }'
        rows={4}
        spellCheck={false}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <div>
        <Button
          size="xs"
          variant="default"
          onClick={() => chooseFile('.json,.txt', (file) => void readText(file).then(setText))}
        >
          {words['report.read-file']()}
        </Button>
      </div>
      {problem && (
        <p role="alert" className={classes.refusal}>
          {say(problem)}
        </p>
      )}
      {disks.length > 1 && (
        <NativeSelect
          label={words['as-found.which-disk']()}
          value={disk ?? ''}
          data={disks.map((d) => ({
            value: d.name,
            label: words['as-found.partitions'](d.model ?? d.name, formatBoth(d.sizeBytes), d.partitions),
          }))}
          onChange={(event) => choose(event.currentTarget.value)}
        />
      )}
      {taken && (
        <>
          <Told {...taken} />
          <div>
            <Button onClick={() => take(taken)} disabled={!compares && taken.changes.length === 0}>
              {words['report.use']()}
            </Button>
          </div>
        </>
      )}
    </div>
  );
}

function problemOf(outcome: Extract<ReportOutcome, { ok: false }>): Text {
  switch (outcome.why) {
    case 'disk':
      return outcome.refusal.says;
    case 'refused':
      return refusalSays(outcome.refusal, 512);
    case 'not-plannable':
      return words['as-found.partition-table-too-damaged']();
    case 'basis':
      return words['as-found.plan-cannot-go-on']();
  }
}
