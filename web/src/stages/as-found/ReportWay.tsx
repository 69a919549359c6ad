import { Button, NativeSelect, Textarea } from '@mantine/core';
import {
  formatBoth,
  readReport,
  refusalSays,
  reportFaultSays,
  takeReport,
  toldDisks,
  type Basis,
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
import { text as say } from '../../words/say.js';
import { words } from '../../words/words.js';
import classes from './ReadDisk.module.css';

export interface ReportUse {
  /** How the plan comes to rest on the disk that the report tells of. */
  readonly basis: Basis;
  readonly take: (taken: TakenReport) => void;
  /** Of use as well where it tells nothing new: to be compared. */
  readonly compares?: boolean;
}

interface ReportWayProps extends ReportUse {
  readonly identity: () => SurveyIdentity;
}

/** What a pasted report comes to: its disks, the one that is meant, and what it would change, or what is wrong with it. */
function useReport({ identity, basis }: Pick<ReportWayProps, 'identity' | 'basis'>) {
  const { plan, survey } = useOpenState();
  const [text, setText] = useState('');
  const [chosen, choose] = useState<string | undefined>(undefined);
  const told = useMemo(() => (text.trim() === '' ? null : disksIn(text)), [text]);
  const disks = told?.ok ? told.disks : [];
  const disk = disks.find((d) => d.name === chosen) ?? disks[0];
  const outcome = useMemo(
    () =>
      told?.ok
        ? takeReport(plan, survey ?? null, told.report, { disks: told.disks, disk }, identity(), basis)
        : null,
    [told, disk, plan, survey, identity, basis],
  );
  const problem = told && !told.ok ? told.why : outcome && !outcome.ok ? problemOf(outcome) : null;
  return { text, setText, disks, disk, choose, taken: outcome?.ok ? outcome.taken : null, problem };
}

/** What the running system told of its machine, pasted. What it would change is shown before anything is. */
export function ReportWay({ identity, basis, take, compares = false }: ReportWayProps) {
  const { text, setText, disks, disk, choose, taken, problem } = useReport({ identity, basis });
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
          value={disk?.name ?? ''}
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

function disksIn(text: string) {
  const read = readReport(text);
  if (!read.ok) return { ok: false as const, why: reportFaultSays(read.fault) as Text };
  const told = toldDisks(read.value);
  if (!told.ok) return { ok: false as const, why: told.refusal.says as Text };
  return { ok: true as const, report: read.value, disks: told.disks };
}

function problemOf(outcome: Extract<ReturnType<typeof takeReport>, { ok: false }>): Text {
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
