/** The browser's storage, in memory; `held` shows what is in it. */
export function storageInMemory(entries: Readonly<Record<string, string>> = {}) {
  const held = new Map(Object.entries(entries));
  return {
    held,
    get length() {
      return held.size;
    },
    key: (index: number) => [...held.keys()][index] ?? null,
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, text: string) => void held.set(key, text),
    removeItem: (key: string) => void held.delete(key),
  };
}
