export { ModelDisk } from './model-disk.js';
export { rehearse, rehearseBack, type PowerCut, type Rehearsed, type Watch } from './rehearse.js';
