import { setTimeout as pause } from 'node:timers/promises';
import { Inject, Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { packText } from '@rhizotome/core';
import type { EntityManager } from 'typeorm';
import { Writer } from '../storage/writer.js';

/** Latest edits of a machine that stay as they are: they are read whenever it is opened. */
const UNPACKED = 500;
/** So many are packed at once: whoever waits does not notice. */
const AT_ONCE = 100;
const BETWEEN_MILLISECONDS = 20;
/** After a start others come first. */
const SOON_MILLISECONDS = 30_000;
const HOUR_MILLISECONDS = 3_600_000;

type OldEdit = Readonly<Record<'machineId' | 'edit' | 'inverse', string>> & { readonly revision: number };

/**
 * Packs the texts of old edits, so that the data does not grow with every edit for ever as it does at first. Every edit stays,
 * and can be undone; its digest is that of its text.
 */
@Injectable()
export class Compaction implements OnApplicationBootstrap, OnApplicationShutdown {
  private timer: NodeJS.Timeout | undefined;
  private working: Promise<void> | undefined;
  private ended = false;

  constructor(@Inject(Writer) private readonly writer: Writer) {}

  onApplicationBootstrap(): void {
    this.timer = setTimeout(() => {
      void this.pack();
      this.timer = setInterval(() => void this.pack(), HOUR_MILLISECONDS).unref();
    }, SOON_MILLISECONDS).unref();
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true;
    clearTimeout(this.timer);
    await this.working;
  }

  /** Packs all that is old. */
  pack(): Promise<void> {
    this.working ??= this.packAll()
      // What cannot be packed now is packed in an hour.
      .catch(() => undefined)
      .finally(() => {
        this.working = undefined;
      });
    return this.working;
  }

  private async packAll(): Promise<void> {
    while (!this.ended && (await this.writer.write(packSome)) === AT_ONCE)
      await pause(BETWEEN_MILLISECONDS, undefined, { ref: false });
  }
}

/** @returns how many were packed */
async function packSome(manager: EntityManager): Promise<number> {
  const old = await manager.query<OldEdit[]>(
    `SELECT edit."machineId", edit.revision, edit.edit, edit.inverse FROM edit JOIN machine ON machine.id = edit."machineId" WHERE edit.revision <= machine.revision - ${UNPACKED} AND typeof(edit.edit) = 'text' LIMIT ${AT_ONCE}`,
  );
  for (const { machineId, revision, edit, inverse } of old)
    await manager.query('UPDATE edit SET edit = ?, inverse = ? WHERE "machineId" = ? AND revision = ?', [
      Buffer.from(packText(edit)),
      Buffer.from(packText(inverse)),
      machineId,
      revision,
    ]);
  return old.length;
}
