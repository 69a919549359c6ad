export type { Block as PageBlock } from './block.js';
export { htmlOf } from './html.js';
export { fenced, markdownOf, plainMarkdown } from './markdown.js';
export { Says } from './says.js';
export { bodyBlocks, findBlock, scriptBlock } from './steps.js';
export { momentPage, sheetsPage, termsPage, wholePage } from './whole.js';
