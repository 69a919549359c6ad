export { DEMO_MACHINES, type DemoMachine } from './machines.js';
