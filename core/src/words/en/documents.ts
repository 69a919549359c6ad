/** What is wrong with a document that was stored, sent or opened. */
export const documents = {
  'document.not-json': ({ what }: { what: string }) =>
    `This ${what} cannot be read: it is not complete JSON. Open a copy that you have saved elsewhere.`,
  'document.newer': ({ what, version, known }: { what: string; version: number; known: number }) =>
    `This ${what} was written by a newer version of Rhizotome (format ${version}; this version reads up to ${known}). Update Rhizotome to open it. Nothing was changed.`,
  'document.shape': ({ what, path, problem }: { what: string; path: string; problem: string }) =>
    `This ${what} cannot be read${path ? ` at ${path}` : ''}: ${problem}`,
};
