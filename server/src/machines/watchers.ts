import { Injectable, type BeforeApplicationShutdown } from '@nestjs/common';
import { liveEventText, type HistoryPoint, type LiveEvent, type Presence } from '@rhizotome/core';
import type { Response } from 'express';
import { ProblemException } from '../http/problem.js';

interface Watcher {
  readonly window: string;
  readonly response: Response;
  presence: Presence;
}

/** A line that says nothing, so that both sides notice when the other is gone. */
const BEAT = ': \n\n';
const BEAT_MILLISECONDS = 15_000;

const MOST_WATCHERS = 1000;

/** Windows that have a machine open, on any computer: each hears how far the plan is, and who else has it open. */
@Injectable()
export class Watchers implements BeforeApplicationShutdown {
  private readonly rooms = new Map<string, Set<Watcher>>();
  private beating: NodeJS.Timeout | undefined;
  private count = 0;

  /** Streams events to a window until it goes. @throws ProblemException 503 where there are too many */
  watch(machineId: string, window: string, presence: Presence, response: Response): void {
    if (this.count >= MOST_WATCHERS)
      throw new ProblemException({
        status: 503,
        code: 'too-many-windows',
        title: 'Too many windows are open',
        detail:
          'This window does not hear of changes by others as they happen. Close some windows elsewhere.',
      });
    // Nothing on the way may hold events back until there are more of them.
    response.setHeader('Cache-Control', 'no-store, no-transform');
    response.setHeader('X-Accel-Buffering', 'no');
    response.type('text/event-stream');
    response.flushHeaders();
    const watcher = { window, response, presence };
    const room = this.rooms.get(machineId) ?? new Set();
    this.rooms.set(machineId, room.add(watcher));
    this.count += 1;
    this.beating ??= setInterval(() => this.beat(), BEAT_MILLISECONDS).unref();
    response.on('close', () => this.leave(machineId, watcher));
    this.tellOthers(machineId);
  }

  /** The plan of a machine is at that point now. */
  changed(machineId: string, { revision, digest }: HistoryPoint): void {
    this.tell(machineId, { name: 'point', data: { revision, digest } });
  }

  deleted(machineId: string): void {
    this.tell(machineId, { name: 'deleted', data: null });
  }

  /** A window is at something else. */
  at(machineId: string, window: string, presence: Presence): void {
    for (const watcher of this.rooms.get(machineId) ?? [])
      if (watcher.window === window) watcher.presence = presence;
    this.tellOthers(machineId);
  }

  beforeApplicationShutdown(): void {
    clearInterval(this.beating);
    for (const room of this.rooms.values()) for (const { response } of room) response.end();
  }

  private leave(machineId: string, watcher: Watcher): void {
    const room = this.rooms.get(machineId);
    if (!room?.delete(watcher)) return;
    this.count -= 1;
    if (room.size === 0) this.rooms.delete(machineId);
    this.tellOthers(machineId);
  }

  private tell(machineId: string, event: LiveEvent): void {
    for (const { response } of this.rooms.get(machineId) ?? []) response.write(liveEventText(event));
  }

  /** A window that was reloaded may be here twice for a moment: it is one window. */
  private tellOthers(machineId: string): void {
    const room = this.rooms.get(machineId) ?? new Set();
    const byWindow = new Map([...room].map((watcher) => [watcher.window, watcher.presence]));
    for (const { window, response } of room) {
      const data = [...byWindow].filter(([other]) => other !== window).map(([, presence]) => presence);
      response.write(liveEventText({ name: 'others', data }));
    }
  }

  private beat(): void {
    for (const room of this.rooms.values()) for (const { response } of room) response.write(BEAT);
  }
}
