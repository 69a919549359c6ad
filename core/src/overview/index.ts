export { overviewOf, STAGES, type Overview, type Stage, type StageState, type Stratum } from './overview.js';
export { OverviewSchema } from './schema.js';
export { figuresOf, type PlanFigures } from './figures.js';
