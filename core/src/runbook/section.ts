import type { SectionPlace } from '../section/index.js';
import { message } from '../words/index.js';

/** On the first page: as wide as its text, and as tall as leaves room for what is lost. */
export const PAGE_SECTION: SectionPlace = { id: 'page', width: 760, height: 700, labels: 'both' };

/** Beside the phase that begins with that step: the disk when it is entered. */
export const phaseSection = (step: number): SectionPlace => ({
  id: `before-${step}`,
  width: 300,
  height: 320,
  labels: 'planned',
  heading: message('page.then-now'),
});
