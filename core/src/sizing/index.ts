export { advisedSwapBytes, usualPartBytes } from './advised.js';
export { kernelsBytes } from './kernels.js';
export { efiBudget, fat32FloorBytes, leastEfiBytes, newEfiBytes } from './efi.js';
export { homeOverYears, homeSize, LEAST_HOME_BYTES, type HomeUse } from './home.js';
export { totalOf, type MadeUp, type SizeAdvice, type SizeLine } from './make-up.js';
export { advisedKeptBytes, bootSize, hostedRoomBytes, windowsRoom } from './others.js';
export { ROOT_PROFILES, rootAdvice, USUAL_ROOT, type RootUse } from './root.js';
export { hibernationSwapBytes, SWAP_ADVISED_UP_TO_BYTES, swapRules, type SwapRule } from './swap.js';
export { MOST_SLIVER_BYTES } from './sliver.js';
