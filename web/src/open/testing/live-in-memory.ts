import type { LiveEvent, Presence } from '@rhizotome/core';
import type { Live } from '../live.js';

/** What a server tells by itself, said by hand. */
export class LiveInMemory implements Live {
  readonly told: Presence[] = [];
  private heard: ((event: LiveEvent) => void) | undefined;
  private alone: ((since: number | null) => void) | undefined;

  listen(heard: (event: LiveEvent) => void, alone: (since: number | null) => void): () => void {
    this.heard = heard;
    this.alone = alone;
    return () => {
      this.heard = undefined;
      this.alone = undefined;
    };
  }

  at(presence: Presence): void {
    this.told.push(presence);
  }

  say(event: LiveEvent): void {
    this.heard?.(event);
  }

  goSilent(since: number | null): void {
    this.alone?.(since);
  }
}
