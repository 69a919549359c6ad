export { ModelDisk } from './model-disk.js';
export { rehearse, type Moment, type Rehearsed, type Watch } from './rehearse.js';
