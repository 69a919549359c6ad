export {
  practiceDiskAt,
  practiceDiskFound,
  practiceDiskPlanned,
  type PracticeDisk,
} from './practice-disk.js';
