import { evidenceName } from '../plan/index.js';
import type { Survey, SurveyPartition, SurveySource } from '../survey/index.js';
import { volumeName, type Volume } from '../volume/index.js';
import { message, type Message } from '../words/index.js';

/** Where a report and the reading before it say different things of one partition. */
export type ReportDiffers = Message<
  'report.differs-content' | 'report.differs-label' | 'report.differs-used'
>;

export interface Merged {
  readonly survey: Survey;
  readonly differences: readonly ReportDiffers[];
}

/** Readings of the disk itself: what they say of a volume stands before what a system tells. */
const FROM_BYTES: readonly SurveySource['kind'][] = ['image', 'capture'];

/** Used space changes while a system runs; less than this is no difference. */
const USED_SLACK = 0.1;

/** Whether two readings are of one table: the same disk, with partitions at the same places. */
export function isSameTable(one: Survey, other: Survey): boolean {
  return (
    one.disk.sizeSectors === other.disk.sizeSectors &&
    one.disk.sectorBytes === other.disk.sectorBytes &&
    one.disk.style === other.disk.style &&
    one.partitions.length === other.partitions.length &&
    one.partitions.every(
      (p, i) => p.start === other.partitions[i]!.start && p.length === other.partitions[i]!.length,
    )
  );
}

/**
 * What is known of a disk, with what a report adds; both of the same table. What was read from the disk's bytes stands;
 * the least size by the owner's own tool, and whether a volume is encrypted, only its system can tell.
 */
export function mergeReport(known: Survey, told: Survey): Merged {
  const bytesRead = FROM_BYTES.includes(known.source.kind);
  const differences: ReportDiffers[] = [];
  const partitions = known.partitions.map((p, i): SurveyPartition => {
    const { volume: said, ...is } = told.partitions[i]!;
    const { id, number, volume: read } = p;
    differences.push(...differencesOf(p, said));
    const volume = bytesRead ? completed(read, said) : renewed(read, said);
    const rest = bytesRead ? {} : { ...is, id, number };
    return { ...p, ...rest, ...(volume ? { volume } : {}) };
  });
  const { id, takenAt, otherDisks = known.otherDisks } = told;
  const source = bytesRead ? known.source : told.source;
  return {
    survey: { ...known, id, takenAt, source, partitions, ...(otherDisks ? { otherDisks } : {}) },
    differences,
  };
}

function completed(read: Volume | undefined, said: Volume | undefined): Volume | undefined {
  if (!read || !said) return read ?? said;
  const { contents } = said;
  return {
    ...said,
    ...read,
    ...(said.floor?.evidence === 'owner-limit' ? { floor: said.floor } : {}),
    ...(said.encrypted === undefined ? {} : { encrypted: said.encrypted }),
    ...(contents ? { contents: { ...contents, ...read.contents } } : {}),
  };
}

/** Nothing of it was read from the disk: what is told last counts. */
function renewed(before: Volume | undefined, said: Volume | undefined): Volume | undefined {
  if (!said) return before;
  const kind = said.kind === 'unknown' ? (before?.kind ?? 'unknown') : said.kind;
  return { ...before, ...said, kind };
}

function differencesOf({ number, volume: read }: SurveyPartition, said: Volume | undefined): ReportDiffers[] {
  if (!read || !said) return [];
  const found: ReportDiffers[] = [];
  const told = [read.kind, said.kind].every((kind) => kind !== 'unknown');
  if (told && read.kind !== said.kind)
    found.push(
      message('report.differs-content', { number, read: volumeName(read.kind), told: volumeName(said.kind) }),
    );
  if (read.label !== undefined && said.label !== undefined && read.label !== said.label)
    found.push(message('report.differs-label', { number, read: read.label, told: said.label }));
  const [a, b] = [read.usedBytes, said.usedBytes];
  if (a !== undefined && b !== undefined && Math.abs(a - b) > USED_SLACK * Math.max(a, b))
    found.push(
      message('report.differs-used', {
        number,
        read: a,
        evidence: evidenceName(read.usedEvidence ?? 'reported'),
        told: b,
      }),
    );
  return found;
}
