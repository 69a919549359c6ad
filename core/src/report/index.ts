export type { ReportChange } from './changes.js';
export { diskInReport, toldDisks, type DiskInReport, type ToldDisk, type ToldDisks } from './disks.js';
export { looksLikeReport, readReport, type MachineReport } from './format.js';
export type { ReportDiffers } from './merge.js';
export { PropertyFault, readPropertyList } from './property-list.js';
export { reportFaultSays } from './fault.js';
export type { ReportRemark } from './remarks.js';
export { takeReport, type Basis, type ReportOutcome, type TakenReport } from './take.js';
