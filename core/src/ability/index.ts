export {
  ability,
  asksToShrink,
  listingOf,
  type Able,
  type Act,
  type Listing,
  type Place,
} from './abilities.js';
