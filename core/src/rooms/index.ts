export { roomGiven, type RoomGiven, type SizeFit } from './room-given.js';
export {
  installedOver,
  partsInRooms,
  partsOfSetup,
  placedParts,
  roomIn,
  setupRooms,
  takesRoom,
  type PlacedSetupPart,
  type SetupPart,
  type SetupRoom,
} from './setup-rooms.js';
