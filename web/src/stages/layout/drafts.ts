const PREFIX = 'rhizotome.text.';

/** Text typed and not yet taken in, by machine: it outlives a reload. */
export const drafts = {
  get: (machine: string): string | null => localStorage.getItem(PREFIX + machine),
  set: (machine: string, text: string | null): void => {
    if (text === null) localStorage.removeItem(PREFIX + machine);
    else localStorage.setItem(PREFIX + machine, text);
  },
};
