import { writtenText } from '../schema/index.js';
import { message } from '../words/index.js';
import { refuse, type SurveyOutcome } from './outcome.js';
import { SURVEY_DOCUMENT, type Survey } from './survey.js';

/**
 * A reading, given on only as what can be kept: whatever a system or a disk told, what its own reader would refuse is refused
 * here, where it can be said.
 */
export function keepable(survey: Survey): SurveyOutcome {
  const written = writtenText(SURVEY_DOCUMENT, survey);
  if (written.ok) return { ok: true, survey };
  const { fault } = written;
  return refuse(
    fault?.code === 'shape'
      ? message('reading.not-kept', { path: fault.path, problem: fault.problem })
      : message('reading.not-kept-as-read'),
  );
}
