export {
  ability,
  asksToShrink,
  listingOf,
  typedUnits,
  type Able,
  type Act,
  type Listing,
  type Place,
} from './abilities.js';
