export { practiceFormats, practiceGuide, type GuideItem } from './guide.js';
export {
  practiceDiskAt,
  practiceDiskFound,
  practiceDiskPlanned,
  practiceMoments,
  type EmptyVolume,
  type PracticeDisk,
} from './practice-disk.js';
