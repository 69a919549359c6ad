import { formatBinary } from '../../quantity/index.js';

/** What is wrong with a document that was stored, sent or opened. */
export const documents = {
  'document.not-json': ({ what }: { what: string }) =>
    `This ${what} cannot be read: it is not complete JSON. Open a copy that you have saved elsewhere.`,
  'document.newer': ({ what, version, known }: { what: string; version: number; known: number }) =>
    `This ${what} was written by a newer version of Rhizotome (format ${version}; this version reads up to ${known}). Update Rhizotome to open it. Nothing was changed.`,
  'document.shape': ({ what, path, problem }: { what: string; path: string; problem: string }) =>
    `This ${what} cannot be read${path ? ` at ${path}` : ''}: ${problem}`,
  'document.neither': ({ firstLine, reason }: { firstLine: string; reason: string }) =>
    `This is neither notation (it would begin with “${firstLine}”) nor JSON: ${reason}.`,
  'document.other-format': () =>
    'This JSON is neither of the format “rhizotome/machine” nor “rhizotome/survey”.',
  'document.other-survey': ({ survey }: { survey: string }) =>
    `plan.surveyId: the plan rests on survey “${survey}”, and that is not the one here.`,
  'cell.time': ({ what, seconds }: { what: string; seconds: number }) =>
    `Reading ${what} took longer than ${seconds} seconds, longer than anything of its kind takes, and was ended. Nothing was changed. Make or fetch it again; on slow storage set RHIZOTOME_READING_SECONDS.`,
  'cell.memory': ({ what, bytes }: { what: string; bytes: number }) =>
    `Reading ${what} took more than ${formatBinary(bytes)} of memory, more than anything of its kind takes, and was ended. Nothing was changed. Make or fetch it again.`,
  'begin.not-known': () =>
    'This is neither a report, nor lsblk output, nor a machine, survey or plan of Rhizotome. Paste the whole text, or drop the file.',
  'begin.at-line': ({ line, problem }: { line: number; problem: string }) => `Line ${line}: ${problem}`,
  'begin.damaged': () =>
    'The partition table of this disk is too damaged to plan on. Add the machine by its name, then read the disk under As found: it shows what is wrong.',
};
