import { readJournal, standingReport, surveyFromDisk, type Journal } from '@rhizotome/core';
import { EXIT, Failure } from '../failure.js';
import { newIdentity, openDisk, readBytes, readPlan } from '../input.js';
import { print, printJson } from '../output.js';
import { whileTelling } from '../progress.js';
import { say } from '../words.js';
import { text as textOf } from '../words.js';

export interface CompareOptions {
  readonly json?: boolean;
  readonly sector?: number;
  readonly journal?: string;
}

/** Tells where a disk stands in the procedure of a plan. @returns the exit code: 1 where it is at none of its moments */
export function compare(path: string, disk: string, { json, sector, journal }: CompareOptions): number {
  const planned = readPlan(path);
  const opened = openDisk(disk);
  const outcome = whileTelling(({ watch, onProgress }) =>
    surveyFromDisk(watch(opened.source), { kind: 'image', files: [opened.name] }, newIdentity(), {
      sectorBytes: sector ?? opened.sectorBytes,
      onProgress,
    }),
  );
  if (!outcome.ok) throw new Failure(`${disk}: ${textOf(outcome.refusal.says)}`);
  const { sound, done, where, begun, doubt, differences, next } = standingReport(
    planned,
    outcome.survey,
    journal === undefined ? null : journalIn(journal),
  );
  const said = [where, begun, doubt?.says, ...differences, next].flatMap((message) =>
    message ? [say(message)] : [],
  );
  if (json) printJson({ format: 'rhizotome/standing', version: 1, sound, done, says: said });
  else print(said.join('\n'));
  return sound ? EXIT.done : EXIT.found;
}

function journalIn(path: string): Journal {
  const journal = readJournal(new TextDecoder().decode(readBytes(path)));
  if (!journal)
    throw new Failure(`${path}: this is no journal of a script. Its first line says of which phase it is.`);
  return journal;
}
