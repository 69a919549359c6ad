export { overviewOf, STAGES, type Overview, type Stage, type StageState } from './overview.js';
