export { practiceFormats, practiceGuide, type GuideItem } from './guide.js';
export { layoutAt, tableStretches } from './practice-disk.js';
export { guidOf } from './layout.js';
export type { PracticeEntry, PracticeLayout } from './layout.js';
export {
  practiceDiskAt,
  practiceDiskFound,
  practiceDiskPlanned,
  practiceMoments,
  type EmptyVolume,
  type PracticeDisk,
} from './practice-disk.js';
