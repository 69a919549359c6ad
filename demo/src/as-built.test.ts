import {
  momentsOf,
  plannedContainer,
  sectors,
  shownAs,
  standingReport,
  typeOf,
  type Moment,
  type Survey,
  type SurveyPartition,
} from '@rhizotome/core';
import { DEMO_NAMES, type DemoName } from './index.js';
import { proposed } from './testing/proposed.js';

/** The demo machines read again when all is done: one as planned, the others each with a mistake of the day. */
const IDENTITY = { id: 'demo', takenAt: '2026-05-04T07:30:00.000Z' };

/** What a reading of the disk at a moment tells. */
function readingOf({ planned, numbers }: Moment): Survey {
  const { plan, survey } = planned;
  const container = plan.target.style === 'mbr' ? plannedContainer(planned) : null;
  return {
    ...survey,
    id: 'as-built',
    disk: { ...survey.disk, style: plan.target.style },
    ...(container ? { containers: [{ number: 4, ...container, type: '0x05' }] } : { containers: undefined }),
    partitions: plan.partitions.map((p): SurveyPartition => {
      const shown = shownAs(p);
      const read = { kind: shown.kind, label: shown.label };
      return {
        id: `found-${numbers.get(p.id)}`,
        number: numbers.get(p.id)!,
        start: p.start,
        length: p.length,
        type: typeOf(planned, p),
        ...(p.logical ? { logical: true } : {}),
        ...(shown.kind === 'unknown' ? {} : { volume: read }),
      };
    }),
  };
}

type Mistake = (parts: readonly SurveyPartition[]) => readonly SurveyPartition[];

const last = (parts: readonly SurveyPartition[]) => parts.at(-1)!;
const change =
  (
    pick: (parts: readonly SurveyPartition[]) => SurveyPartition,
    to: (p: SurveyPartition) => SurveyPartition,
  ): Mistake =>
  (parts) =>
    parts.map((p) => (p === pick(parts) ? to(p) : p));
const labelled = (label: string) => (parts: readonly SurveyPartition[]) =>
  parts.find((p) => p.volume?.label === label)!;

/** What went wrong, and what is to be told of it; nothing for the one that is as planned. */
const MISTAKES: Readonly<Record<DemoName, readonly [Mistake, string | null, safe: boolean]>> = {
  petrel: [(parts) => parts, null, true],
  dunlin: [
    change(labelled('root'), (p) => ({ ...p, length: sectors(p.length - 2048 * 1024) })),
    'differs.size',
    true,
  ],
  turnstone: [
    change(labelled('EFI'), (p) => ({ ...p, type: '0fc63daf-8483-4772-8e79-3d69d8477de4' })),
    'differs.type',
    true,
  ],
  curlew: [
    change(labelled('images'), (p) => ({ ...p, volume: { kind: 'ntfs', label: '' } })),
    'differs.content',
    false,
  ],
  sanderling: [(parts) => parts.slice(0, -1), 'differs.missing', false],
  fulmar: [
    (parts) => [...parts.slice(0, -1), { ...last(parts), start: sectors(last(parts).start + 2048 * 1024) }],
    'differs.place',
    true,
  ],
  knot: [
    change(labelled('knot-home'), (p) => ({ ...p, volume: { kind: 'ext4', label: 'data' } })),
    'differs.label',
    true,
  ],
};

test.each(DEMO_NAMES)('%s as built: what went wrong is told, and nothing else', (name) => {
  const planned = proposed(name, IDENTITY);
  const reading = readingOf(momentsOf(planned).at(-1)!);
  const [mistake, told, safe] = MISTAKES[name];
  const report = standingReport(planned, { ...reading, partitions: mistake(reading.partitions) });
  expect(report.differences.map((d) => d.code)).toEqual(told === null ? [] : [told]);
  expect({ sound: report.sound, safe: report.safe }).toEqual({ sound: told === null, safe });
});
