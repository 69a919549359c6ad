import {
  beginFromText,
  disksInLsblk,
  readDocument,
  reportOnPlan,
  surveyFromCapture,
  surveyFromLsblk,
} from '@rhizotome/core';

/** What reads a text, or the ends of a disk, that somebody gave: in the worker alone. */
export const READERS = {
  beginFromText,
  disksInLsblk,
  readDocument,
  reportOnPlan,
  surveyFromCapture,
  surveyFromLsblk,
};
