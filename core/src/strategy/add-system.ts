import { message, type Code, type Message } from '../words/index.js';
import {
  type Planned,
  apply,
  batch,
  createInGap,
  largestGap,
  partitionTitle,
  resizeTo,
  singles,
  type BatchEdit,
  type Edit,
  type Plan,
  type SingleEdit,
  volumesOf,
  givers,
} from '../plan/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { advisedSwapBytes, bootSize, MOST_SLIVER_BYTES } from '../sizing/index.js';
import type { Survey } from '../survey/index.js';
import { isArriving, type System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { efiStrategies } from './efi.js';

type DoesSays = Message<Extract<Code, `propose.${string}`>>;
type HindranceSays = Message<Extract<Code, `propose-no.${string}`>>;

export type Proposal =
  | {
      readonly ok: true;
      /** Room and parts for the system, as one edit. */
      readonly edit: BatchEdit;
      /** What it does, a sentence each. */
      readonly does: readonly DoesSays[];
    }
  | { readonly ok: false; readonly hindrance: HindranceSays };

/**
 * Whether a system is to come and has no place yet: nothing to be installed on, and it is no file in another's volume. One whose
 * setup makes its own partitions has its place in free space; it is asked about until anything is shared with it.
 */
export function isHomeless(plan: Plan, system: System): boolean {
  if (!isArriving(system) || system.host) return false;
  const own = volumesOf(plan).filter((v) => v.owners.includes(system.id));
  return system.ownSetup ? own.length === 0 : !own.some((v) => v.role === 'root' || v.role === 'system');
}

/**
 * Room and parts for a system that is in the plan and owns nothing yet: something is shrunk where there is no room, its
 * loader gets a place, then /boot where it wants one, swap where memory is small, and a root of comfortable size. A
 * system whose setup makes its own partitions gets the room only.
 */
export function proposeParts(planned: Planned, system: System): Proposal {
  const { plan, survey } = planned;
  return new Proposer(plan, survey, system).propose();
}

/** A MiB or two go to alignment, and to records on an MBR; an EFI system partition may be needed too. */
const SPARE_BYTES = 640 * MIB;
/** What freeing in whole GiB can leave over at the most. */
const MOST_FREED_OVER_BYTES = SPARE_BYTES + GIB;

class Proposer implements Planned {
  private readonly edits: SingleEdit[] = [];
  private readonly does: DoesSays[] = [];

  /** Whether a volume was made smaller for it. */
  private freed = false;

  constructor(
    public plan: Plan,
    readonly survey: Survey,
    private readonly system: System,
  ) {}

  propose(): Proposal {
    const swap = advisedSwapBytes(this.system, this.plan.machine.ramBytes);
    const boot = this.system.needsBoot ? bootSize().bytes : 0;
    const hindrance = this.makeRoom(
      this.system.leastBytes + swap + boot,
      this.system.comfortableBytes + swap + boot,
    );
    if (hindrance) return { ok: false, hindrance };
    if (!this.system.ownSetup) {
      const missing = this.placeLoader() ?? this.createParts(boot, swap);
      if (missing) return { ok: false, hindrance: missing };
    } else this.does.push(message('propose.setup', { bytes: this.room() }));
    return {
      ok: true,
      edit: batch(message('edit.propose', { system: this.system.name }), this.edits),
      does: this.does,
    };
  }

  private room(): number {
    const gap = largestGap(this);
    return gap ? gap.usable.length * this.survey.disk.sectorBytes : 0;
  }

  /** Shrinks the volume that can give most, until there is the room wished for or at least what is needed. */
  private makeRoom(least: number, wished: number): HindranceSays | undefined {
    const spare = SPARE_BYTES;
    if (this.room() >= least + spare) return undefined;
    const able = givers(this);
    for (const { partition, target } of able) {
      const size = partition.length * this.survey.disk.sectorBytes;
      const beside = this.room();
      const wanted = Math.ceil((wished + spare - beside) / GIB) * GIB;
      const edit = resizeTo(this, partition, Math.max(target, size - wanted));
      const tried = apply(this.plan, edit, () => this.survey);
      if (!tried.ok) continue;
      const gap = largestGap({ plan: tried.plan, survey: this.survey });
      if (!gap || gap.usable.length * this.survey.disk.sectorBytes < least + spare) continue;
      this.take(edit);
      this.freed = true;
      this.does.push(
        message('propose.shrink', {
          volume: partitionTitle(partition),
          bytes: Math.max(target, size - wanted),
        }),
      );
      return undefined;
    }
    return message('propose-no.room', {
      system: this.system.name,
      bytes: least + spare,
      known: able.length > 0,
    });
  }

  private placeLoader(): HindranceSays | undefined {
    const { mode, style } = this.plan.target;
    if (mode === 'bios') {
      if (style !== 'gpt' || this.plan.partitions.some((p) => p.role === 'bios-boot')) return undefined;
      return this.create('bios-boot', MIB);
    }
    const owned = this.plan.partitions.some((p) => p.role === 'efi' && p.owners.includes(this.system.id));
    if (owned) return undefined;
    const strategy = efiStrategies(this).find((s) => s.edit !== null);
    if (!strategy?.edit) return message('propose-no.loader');
    this.take(strategy.edit);
    this.does.push(message('propose.efi', { strategy: strategy.title }));
    return undefined;
  }

  private createParts(boot: number, swap: number): HindranceSays | undefined {
    const role: Role = this.system.family === 'macos' ? 'system' : 'root';
    // On an MBR each may become a logical, which takes a MiB for its record.
    const records = this.plan.target.style === 'mbr' ? 16 * MIB : 0;
    const rest = this.room() - boot - swap - records;
    const wished = Math.min(this.system.comfortableBytes, rest);
    // What would be left over is of no use to anybody: the system takes it, and what was freed for it in whole GiB.
    const most = this.freed ? MOST_FREED_OVER_BYTES : MOST_SLIVER_BYTES;
    const root = Math.floor((rest - wished <= most ? rest : wished) / MIB) * MIB;
    return (
      (boot > 0 ? this.create('boot', boot) : undefined) ??
      this.create(role, root) ??
      (swap > 0 ? this.create('swap', swap) : undefined)
    );
  }

  private create(role: Role, size: number): HindranceSays | undefined {
    const gap = largestGap(this);
    const edit = gap && createInGap(this, gap, { role, owners: [this.system], size });
    const tried = edit && apply(this.plan, edit, () => this.survey);
    if (!edit || !tried?.ok) return message('propose-no.part', { role, bytes: size });
    this.take(edit);
    this.does.push(message('propose.create', { role, bytes: size }));
    return undefined;
  }

  private take(edit: Edit): void {
    const result = apply(this.plan, edit, () => this.survey);
    if (!result.ok) throw new Error(`A proposed edit was refused: ${result.refusal.code}`);
    this.plan = result.plan;
    this.edits.push(...singles(edit));
  }
}
