/** What the server calls its data file in a folder of data, and what a backup is a copy of. */
export const DATA_FILE = 'rhizotome.sqlite';

/**
 * Names of what a data file of ours never holds, since by being read it would run something that may be anything, and
 * without end (sqlite.org/security.html 2).
 */
export const RUNS_WHEN_READ = `SELECT name FROM sqlite_master WHERE type IN ('view', 'trigger') OR sql LIKE 'CREATE VIRTUAL%' OR name LIKE 'sqlite_stat%'`;
