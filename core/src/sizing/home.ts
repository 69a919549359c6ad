import { GIB } from '../quantity/index.js';
import type { SystemUse } from '../system/index.js';
import { madeUp, RULE_OF_THUMB, share, type MadeUp, type SizeLine } from './make-up.js';
import { message } from '../words/index.js';

/** What people keep today, and how it grows. */
export type HomeUse = Pick<
  SystemUse,
  'documentsBytes' | 'photosBytes' | 'mediaBytes' | 'projectsBytes' | 'growth' | 'years'
>;

/** A home below this is not worth one of its own. Rule of thumb. */
export const LEAST_HOME_BYTES = 5 * GIB;

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
