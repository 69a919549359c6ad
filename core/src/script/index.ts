export { phaseScripts, type PhaseScript } from './phase-script.js';
