import { existsSync, statSync } from 'node:fs';

/** The data file is not, or not any more, the one that was opened: whatever is written goes nowhere. */
class FileReplaced extends Error {
  readonly code = 'RHIZOTOME_REPLACED';

  constructor(path: string) {
    super(`${path} was replaced or deleted while it was open.`);
  }
}

/**
 * Knows the data file by what the file system knows it by, and that its write-ahead log is there. A program that replaces or deletes
 * an open file leaves SQLite writing to one that nobody finds again, and no call of it fails.
 */
export class OwnFile {
  private readonly data: string;
  private logged = false;

  /** @param path of a file that was just opened */
  constructor(readonly path: string) {
    this.data = identityOf(path) ?? 'none';
  }

  /** @throws FileReplaced */
  check(): void {
    const logged = existsSync(`${this.path}-wal`);
    if (identityOf(this.path) !== this.data || (this.logged && !logged)) throw new FileReplaced(this.path);
    this.logged = logged;
  }
}

function identityOf(path: string): string | undefined {
  const found = statSync(path, { bigint: true, throwIfNoEntry: false });
  return found && `${found.dev} ${found.ino}`;
}
