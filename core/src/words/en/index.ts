import { bases } from './bases.js';
import { boot, match } from './boot.js';
import { cut } from './cut.js';
import { damage } from './damage.js';
import { dangers } from './dangers.js';
import { documents } from './documents.js';
import { edits } from './edits.js';
import { entries } from './entries.js';
import { facts } from './facts.js';
import { findDisk } from './find-disk.js';
import { findings } from './findings/index.js';
import { glossary } from './glossary.js';
import { hands } from './hands.js';
import { mounting } from './mounting.js';
import { names } from './names.js';
import { notation } from './notation.js';
import { overview } from './overview.js';
import { practice } from './practice.js';
import { proposals } from './proposals.js';
import { imageFaults, readFaults, surveyFaults } from './reading.js';
import { refusals } from './refusals.js';
import { record } from './record.js';
import { report } from './report.js';
import { runbook } from './runbook.js';
import { safetyCopy } from './safety-copy.js';
import { section } from './section.js';
import { shapeFaults } from './shape.js';
import { sizeFaults } from './size-faults.js';
import { sizes } from './sizes.js';
import { standing } from './standing.js';
import { steps } from './steps/index.js';
import { wayBack } from './way-back.js';

/** Every sentence of core in English, a file a subject. */
export const english = {
  ...names,
  ...sizes,
  ...sizeFaults,
  ...notation,
  ...readFaults,
  ...imageFaults,
  ...surveyFaults,
  ...shapeFaults,
  ...refusals,
  ...damage,
  ...hands,
  ...section,
  ...match,
  ...boot,
  ...edits,
  ...documents,
  ...overview,
  ...practice,
  ...proposals,
  ...findings,
  ...bases,
  ...entries,
  ...dangers,
  ...facts,
  ...steps,
  ...findDisk,
  ...wayBack,
  ...runbook,
  ...standing,
  ...cut,
  ...mounting,
  ...record,
  ...report,
  ...safetyCopy,
  ...glossary,
};

export type English = typeof english;
