import { GIB } from '../quantity/index.js';
import { madeUp, RULE_OF_THUMB, share, type MadeUp, type SizeLine } from './make-up.js';
import { message } from '../words/index.js';

/** What people keep, in bytes today, and how it grows. */
export interface HomeUse {
  readonly documentsBytes: number;
  readonly photosBytes: number;
  readonly mediaBytes: number;
  readonly projectsBytes: number;
  /** Per year: 0.2 is a fifth more each year. */
  readonly growth: number;
  readonly years: number;
}

const HEADROOM = 0.15;

/** What a home is made of after the given years: today’s files, their growth, and 15 % of headroom. */
export function homeSize(use: HomeUse): MadeUp {
  const told = message('source.told');
  const today: SizeLine[] = [
    { what: message('line.documents'), bytes: use.documentsBytes, source: told },
    { what: message('line.photos'), bytes: use.photosBytes, source: told },
    { what: message('line.media'), bytes: use.mediaBytes, source: told },
    { what: message('line.projects'), bytes: use.projectsBytes, source: told },
  ];
  const grown: SizeLine[] = [
    ...today,
    share(message('line.growth', { years: use.years }), today, (1 + use.growth) ** use.years - 1, told),
  ];
  return madeUp(
    [
      ...grown,
      share(message('line.headroom-percent', { percent: HEADROOM * 100 }), grown, HEADROOM, RULE_OF_THUMB),
    ],
    GIB,
    true,
  );
}

/** What the home takes at the end of each year, from today on, without headroom. In bytes. */
export function homeOverYears(use: HomeUse): number[] {
  const today = use.documentsBytes + use.photosBytes + use.mediaBytes + use.projectsBytes;
  return Array.from({ length: use.years + 1 }, (_, year) => Math.round(today * (1 + use.growth) ** year));
}
