import { writeSync } from 'node:fs';
import { isatty } from 'node:tty';
import type { ReadingStep } from '@rhizotome/core';
import { formatBinary, ObservedBytes, type ByteSource } from '@rhizotome/core';

/** Where progress is shown: a terminal, never a file. */
export interface Screen {
  readonly isTTY?: boolean;
  write(text: string): unknown;
}

/** Written at once: the thread that reads does nothing else meanwhile. */
const STDERR: Screen = { isTTY: isatty(2), write: (text) => writeSync(2, text) };

const QUIET_MILLISECONDS = 1000;
const BETWEEN_MILLISECONDS = 200;
const CLEAR_LINE = '\r\x1b[2K';

/** Does a reading, and tells at the terminal how far it is. */
export function whileTelling<T>(
  work: (tell: {
    readonly watch: (source: ByteSource) => ByteSource;
    readonly onProgress: (step: ReadingStep) => void;
  }) => T,
): T {
  const progress = new Progress(STDERR, () => Date.now());
  try {
    return work({ watch: (source) => progress.watch(source), onProgress: progress.step });
  } finally {
    progress.end();
  }
}

/** Tells at a terminal how far a reading is, once it takes long. `now` gives milliseconds. */
export class Progress {
  private readonly began: number;
  private told: number | undefined;
  private bytes = 0;
  private at = 'the table';

  constructor(
    private readonly screen: Screen,
    private readonly now: () => number,
  ) {
    this.began = now();
  }

  /** The source, with what is read of it counted. */
  watch(source: ByteSource): ByteSource {
    return new ObservedBytes(source, (_, { length }) => {
      this.bytes += length;
      this.tell();
    });
  }

  readonly step = (step: ReadingStep): void => {
    this.at =
      step.kind === 'table' ? 'the table' : `partition ${step.number} (${step.done + 1} of ${step.of})`;
    this.tell();
  };

  /** Leaves the line empty for what comes after it. */
  end(): void {
    if (this.told !== undefined) this.screen.write(CLEAR_LINE);
  }

  private tell(): void {
    const now = this.now();
    const due = this.told === undefined ? this.began + QUIET_MILLISECONDS : this.told + BETWEEN_MILLISECONDS;
    if (!this.screen.isTTY || now < due) return;
    this.told = now;
    this.screen.write(`${CLEAR_LINE}Reading ${this.at}, ${formatBinary(this.bytes)} so far`);
  }
}
