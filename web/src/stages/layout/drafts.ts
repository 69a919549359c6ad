import { local } from '../../parts/browser-store.js';

const PREFIX = 'rhizotome.text.';

/** Text typed and not yet taken in, by machine: it outlives a reload. */
export const drafts = {
  get: (machine: string): string | null => local.get(PREFIX + machine),
  set: (machine: string, text: string | null): void => {
    if (text === null) local.remove(PREFIX + machine);
    else local.set(PREFIX + machine, text);
  },
};
