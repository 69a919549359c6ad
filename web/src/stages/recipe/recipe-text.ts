import { local } from '../../parts/browser-store.js';

const KEY = 'rhizotome:recipe';

const SAMPLE = `rhizotome recipe 1
recipe "Linux beside what is there"
add "Linux", like linux-desktop, wished comfortable
wish efi any, keeps 130% of used, keeps free 40GiB, moves at most 0B
`;

/** The recipe that was written last in this browser. */
export const keptRecipe = {
  read: (): string => local.get(KEY) ?? SAMPLE,
  write: (text: string): void => void local.set(KEY, text),
};
