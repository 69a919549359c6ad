import { BEFORE } from './before.js';
import { BEGIN } from './begin.js';
import { BYTES } from './bytes.js';
import { COPY } from './copy.js';
import { GPT } from './gpt.js';
import { JOURNAL } from './journal.js';
import { KERNEL } from './kernel.js';
import { MBR } from './mbr.js';
import { START } from './start.js';
import { TABLE } from './table.js';
import { VOLUMES } from './volumes.js';

/**
 * What every script of a phase uses, in the shell of any live session (POSIX.1-2017 XCU 2; dash, busybox and bash): finds the disk, reads and
 * writes its table, copies in pieces that can be begun again, keeps a journal. Nothing is written before the table is the one of the moment.
 */
export const LIBRARY = [START, BYTES, GPT, MBR, TABLE, KERNEL, VOLUMES, COPY, JOURNAL, BEFORE, BEGIN].join(
  '\n\n',
);
