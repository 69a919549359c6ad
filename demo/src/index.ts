export {
  benchMachine,
  DEMO_NAMES,
  demoFile,
  demoMachine,
  type DemoMachine,
  type DemoName,
} from './machines.js';
