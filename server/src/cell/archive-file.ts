import { readFile } from 'node:fs/promises';
import {
  documentFaultSays,
  english,
  parseJson,
  readMachineArchive,
  sayIn,
  type DocumentFault,
  type GivenArchive,
} from '@rhizotome/core';
import { Refused } from './refused.js';

/** The machine in a file. @throws Refused */
export async function archiveIn(file: string): Promise<GivenArchive> {
  const text = await readFile(file, 'utf8');
  let value: unknown;
  try {
    value = parseJson(text);
  } catch {
    throw refused({ code: 'not-json' });
  }
  const read = readMachineArchive(value);
  if (!read.ok) throw refused(read.fault);
  return read.value;
}

const refused = (fault: DocumentFault) => new Refused(sayIn(english, documentFaultSays('machine', fault)));
