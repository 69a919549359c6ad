export {
  inSight,
  placeSection,
  rulerFor,
  type LabelSides,
  type Look,
  type PlacedRibbon,
  type PlacedSection,
  type PlacedStratum,
  type ScaleKind,
} from './layout.js';
export { foundStretches, plannedStretches, sectionModel, type Stratum as DrawnStratum } from './model.js';
export { LEADER, PAD } from './pads.js';
export { ribbonWords } from './ribbon-words.js';
export { placedView, tickBytes, viewAround, zoomedView, type View } from './scale.js';
export { sectionSvg, type SectionPlace } from './svg.js';
