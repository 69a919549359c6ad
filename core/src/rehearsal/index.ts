export { ModelDisk } from './model-disk.js';
export { rehearse, rehearseBack, type Moment, type Rehearsed, type Watch } from './rehearse.js';
