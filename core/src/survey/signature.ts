import { encodeUtf8, uuidFrom } from '../bytes/index.js';
import type { Survey } from './survey.js';

const known = new WeakMap<Survey, string>();

/**
 * What the disk is told by, worked out of what was read and of nothing else: the same document has the same, whenever and
 * wherever it is read. Identifiers that are chosen for new volumes follow from it.
 */
export function surveySignature(survey: Survey): string {
  const before = known.get(survey);
  if (before !== undefined) return before;
  const { sizeSectors, sectorBytes, style, tableId = '' } = survey.disk;
  const lines = [
    [sizeSectors, sectorBytes, style, tableId.toLowerCase()],
    ...survey.partitions.map(({ id, start, length, uuid = '', volume }) => [
      ...[id, start, length, uuid.toLowerCase()],
      ...[volume?.kind ?? '', volume?.uuid?.toLowerCase() ?? ''],
    ]),
  ];
  const signature = uuidFrom(encodeUtf8(lines.map((line) => line.join(' ')).join('\n')));
  known.set(survey, signature);
  return signature;
}
