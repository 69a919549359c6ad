export { practiceDiskFound, practiceDiskPlanned, type PracticeDisk } from './practice-disk.js';
