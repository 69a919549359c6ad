import { chmodSync, mkdirSync, readdirSync, renameSync, rmSync, statfsSync, statSync } from 'node:fs';
import { copyFile, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Inject, Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import type { BackedUpMachine, Backups, Restored } from '@rhizotome/core';
import { Cells } from '../cell/cell.js';
import { notFound } from '../http/problem.js';
import { KeepingService } from '../machines/keeping.service.js';
import { dataFileIn } from '../storage/folder.js';
import { OwnFile } from '../storage/own-file.js';
import { backupNamed, nameOf, type MadeBackup } from './backup-name.js';
import { kept } from './generations.js';

/** Where backups are made by themselves, and how soon after each other; `null`: nowhere. */
export interface BackupSettings {
  readonly folder: string;
  readonly everyMilliseconds: number;
}
export const BACKUP_SETTINGS = Symbol('backup settings');

/** After a start the first is made once there is some quiet. */
const LOOK_MILLISECONDS = 60_000;

/**
 * Backups that are made by themselves while the server runs and something has changed: each is opened and replayed after
 * it was made, and they are thinned out by generations.
 */
@Injectable()
export class BackupsService implements OnApplicationBootstrap, OnApplicationShutdown {
  private timer: NodeJS.Timeout | undefined;
  private making: Promise<void> | undefined;
  private problem: string | null = null;
  /** On the clock that cannot be set. */
  private madeAt = -Infinity;

  constructor(
    @Inject(BACKUP_SETTINGS) private readonly settings: BackupSettings | null,
    @Inject(OwnFile) private readonly data: OwnFile,
    @Inject(Cells) private readonly cells: Cells,
    @Inject(KeepingService) private readonly keeping: KeepingService,
  ) {}

  onApplicationBootstrap(): void {
    if (!this.settings) return;
    const look = Math.min(LOOK_MILLISECONDS, this.settings.everyMilliseconds);
    this.timer = setInterval(() => void this.makeWhereDue(), look).unref();
  }

  async onApplicationShutdown(): Promise<void> {
    clearInterval(this.timer);
    await this.making;
  }

  /** The latest first, and what keeps the next from being made. */
  list(): Backups {
    const made = this.made().sort((a, b) => b.number - a.number);
    return {
      made: made.map(({ name, at, machines, faulty }) => ({ name, at, machines, faulty })),
      problem: this.problem,
    };
  }

  /** What is in a backup. */
  machines(name: string): Promise<readonly BackedUpMachine[]> {
    return this.opened(name, (folder) =>
      this.cells.within('this backup', (cell) => cell.ask('backup', { folder })),
    );
  }

  /** Puts the machines of a backup, or one of them, on the bench beside those that are there. */
  restore(name: string, machine?: string): Promise<Restored> {
    return this.opened(name, (folder) => this.keeping.restore(folder, machine));
  }

  /** It is brought to this version in a folder of its own: the backup itself stays as it was made. */
  private async opened<T>(name: string, work: (folder: string) => Promise<T>): Promise<T> {
    const backup = this.made().find((one) => one.name === name);
    if (!backup || !this.settings) throw notFound('backup');
    const folder = await mkdtemp(join(tmpdir(), 'rhizotome-backup-'));
    try {
      await copyFile(join(this.settings.folder, name), dataFileIn(folder));
      return await work(folder);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  private made(): MadeBackup[] {
    if (!this.settings || !statSync(this.settings.folder, { throwIfNoEntry: false })?.isDirectory())
      return [];
    return readdirSync(this.settings.folder).flatMap((name) => backupNamed(name) ?? []);
  }

  /** Makes one where the data has changed since the latest, and that is long enough ago. */
  async makeWhereDue(): Promise<void> {
    const { settings } = this;
    if (!settings || this.making || performance.now() - this.madeAt < settings.everyMilliseconds) return;
    if (!this.hasChanged(settings.folder)) return;
    this.madeAt = performance.now();
    this.making = this.make(settings.folder)
      .then(
        () => (this.problem = null),
        (error: unknown) => (this.problem = inWords(error, settings.folder)),
      )
      .then(() => {
        this.making = undefined;
      });
    await this.making;
  }

  /** Both by the clock of the file system. */
  private hasChanged(folder: string): boolean {
    const latest = this.made().sort((a, b) => b.number - a.number)[0];
    if (!latest) return true;
    const since = statSync(join(folder, latest.name)).mtimeMs;
    return [this.data.path, `${this.data.path}-wal`].some(
      (file) => (statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0) > since,
    );
  }

  private async make(folder: string): Promise<void> {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    chmodSync(folder, 0o700);
    refuseLittleRoom(folder, this.data.path);
    const number = Math.max(0, ...this.made().map((backup) => backup.number)) + 1;
    const fresh = join(folder, 'bench.new.sqlite');
    const at = new Date().toISOString();
    rmSync(fresh, { force: true });
    const { machines, faulty } = await this.cells.within(
      'the copy of the data',
      (cell) => cell.ask('copy', { from: this.data.path, to: fresh }),
      true,
    );
    renameSync(fresh, join(folder, nameOf({ number, at, machines, faulty: faulty.length })));
    const names = kept(this.made());
    for (const { name } of this.made()) if (!names.has(name)) rmSync(join(folder, name), { force: true });
    if (faulty.length > 0) throw new Faulty(faulty);
  }
}

/** The copy was made, and some of what it holds is not as it was written. */
class Faulty extends Error {
  constructor(readonly machines: readonly string[]) {
    super('faulty');
  }
}

class LittleRoom extends Error {}

/** A backup that fills the disk keeps what is being planned from being saved. */
function refuseLittleRoom(folder: string, data: string): void {
  const { bavail, bsize } = statfsSync(folder);
  const sizes = [data, `${data}-wal`].map((file) => statSync(file, { throwIfNoEntry: false })?.size ?? 0);
  if (bavail * bsize < 3 * (sizes[0]! + sizes[1]!)) throw new LittleRoom();
}

function inWords(error: unknown, folder: string): string {
  if (error instanceof Faulty)
    return `In the latest backup ${error.machines.map((name) => `“${name}”`).join(', ')} could not be replayed as written. Open ${error.machines.length === 1 ? 'it' : 'them'}: what can be read is brought back. Earlier backups are kept.`;
  if (error instanceof LittleRoom)
    return `There is too little room for another backup in ${folder}. Free some room on that disk.`;
  return `The latest backup could not be made in ${folder} (${(error as Error).message}). It is tried again within the hour.`;
}
