export { runbookFiles, zipOf, zipOfAll, type NamedFiles } from './files.js';
export { practiceFiles } from './practice-files.js';
