import { setTimeout as pause } from 'node:timers/promises';
import { Inject, Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { noted, overviewOf, type Overview } from '@rhizotome/core';
import { IsNull, type EntityManager, type FindOptionsWhere } from 'typeorm';
import { ProblemException } from '../http/problem.js';
import { MachineEntity } from '../storage/entities.js';
import { Writer } from '../storage/writer.js';
import { surveyUnder } from './machine-store.js';
import { planOf } from './responses.js';
import { repair } from './stored-record.js';

/** Names the rules by which overviews are worked out: those kept by others are not true any more. */
export const RULES = Symbol('rules');

/** Where a machine stands, or why that cannot be told. */
export interface Standing {
  readonly overview: Overview | null;
  readonly damage: string | null;
}

/** An overview as it is kept with its machine. */
interface Kept {
  readonly rules: string;
  readonly revision: number;
  readonly overview: Overview;
}

const NOT_WORKED_OUT = 'Where this machine stands cannot be worked out. Open it, or restore a backup of it.';
/** Requests come between two machines. */
const BETWEEN_MILLISECONDS = 10;
/** After a start somebody waits for the list; after an edit others follow. */
const SOON_MILLISECONDS = 2000;

/**
 * Where machines stand, kept with them, so that a bench of a thousand is listed at once. After a start every machine is
 * gone over quietly; after an edit the machine it was made in.
 */
@Injectable()
export class Overviews implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly waiting = new Map<string, number>();
  private working: Promise<void> | undefined;
  private ended = false;

  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(RULES) private readonly rules: string,
  ) {}

  onApplicationBootstrap(): Promise<void> {
    return this.goOver({});
  }

  /** Machines have come that were never looked at. */
  async came(): Promise<void> {
    await this.goOver({ overview: IsNull() });
  }

  private async goOver(where: FindOptionsWhere<MachineEntity>): Promise<void> {
    const machines = await this.writer.read((manager) =>
      manager.find(MachineEntity, { where, select: { id: true } }),
    );
    for (const { id } of machines)
      if (!this.waiting.has(id)) this.waiting.set(id, Date.now() + SOON_MILLISECONDS);
    this.begin();
  }

  async onApplicationShutdown(): Promise<void> {
    this.ended = true;
    await this.working;
  }

  /** A machine's plan has changed. */
  changed(id: string): void {
    this.waiting.delete(id);
    this.waiting.set(id, Date.now() + SOON_MILLISECONDS);
    this.begin();
  }

  /** Of a machine that may be read without its plan: that is fetched where it is needed. */
  async of(
    manager: EntityManager,
    machine: Pick<MachineEntity, 'id' | 'revision' | 'overview'>,
  ): Promise<Standing> {
    const kept = keptIn(machine);
    if (kept?.rules === this.rules && kept.revision === machine.revision)
      return { overview: kept.overview, damage: null };
    const whole = await manager.findOneBy(MachineEntity, { id: machine.id });
    return whole ? this.workedOut(manager, whole) : { overview: null, damage: null };
  }

  private async workedOut(manager: EntityManager, machine: MachineEntity): Promise<Standing> {
    try {
      const plan = planOf(machine);
      const survey = await surveyUnder(manager, machine.id, plan);
      return { overview: overviewOf(noted(plan, survey), survey), damage: null };
    } catch (error) {
      // Whatever is the matter with one machine, the others are listed.
      const damage = error instanceof ProblemException ? error.problem.detail : NOT_WORKED_OUT;
      return { overview: null, damage };
    }
  }

  private begin(): void {
    if (this.working || this.ended) return;
    this.working = this.work().finally(() => {
      this.working = undefined;
    });
  }

  private async work(): Promise<void> {
    for (let next = this.first(); next && !this.ended; next = this.first()) {
      const [id, due] = next;
      const wait = Math.min(due - Date.now(), 100);
      if (wait > 0) {
        await pause(wait, undefined, { ref: false });
        continue;
      }
      this.waiting.delete(id);
      // What cannot be kept now is worked out when it is asked for.
      await this.renew(id).catch(() => undefined);
      await pause(BETWEEN_MILLISECONDS, undefined, { ref: false });
    }
  }

  /** In the order in which they came, and so the one that is due first. */
  private first(): readonly [id: string, due: number] | undefined {
    return this.waiting.entries().next().value;
  }

  private async renew(id: string): Promise<void> {
    const found = await this.writer.read(async (manager) => {
      const machine = await manager.findOneBy(MachineEntity, { id });
      return machine && { machine, ...(await this.workedOut(manager, machine)) };
    });
    if (!found) return;
    const { machine, overview, damage } = found;
    const { revision } = machine;
    const kept = overview && JSON.stringify({ rules: this.rules, revision, overview } satisfies Kept);
    if (kept !== machine.overview)
      await this.writer.write((manager) =>
        manager.update(MachineEntity, { id, revision }, { overview: kept }),
      );
    if (damage !== null && (await this.writer.write((manager) => repaired(manager, id)))) this.changed(id);
  }
}

async function repaired(manager: EntityManager, id: string): Promise<boolean> {
  const machine = await manager.findOneBy(MachineEntity, { id });
  return machine !== null && repair(manager, machine);
}

function keptIn({ overview }: Pick<MachineEntity, 'overview'>): Kept | undefined {
  try {
    return overview === null ? undefined : (JSON.parse(overview) as Kept);
  } catch {
    return undefined;
  }
}
