import type { Layer, Plan, PlannedPartition } from '../plan/index.js';
import type { PhaseScript } from '../script/index.js';
import { standingOf } from '../standing/index.js';
import type { Survey } from '../survey/index.js';
import { ScriptDisk, sh } from './script-disk.js';
import { mountOf, smallDisk, smallPlan, type Dice } from './small-disks.js';

/** A small disk with files, a plan on it, and the scripts that carry it out. */
export class Carried {
  private constructor(
    readonly disk: ScriptDisk,
    readonly survey: Survey,
    readonly plan: Plan,
    readonly scripts: readonly PhaseScript[],
    /** What is in each kept volume that a test can look into, by its identity. */
    readonly files: ReadonlyMap<string, string>,
  ) {}

  /** One of which a script can do everything; `null` where every edit was refused. It is kept, to be had again. */
  static ofSeed(dice: Dice, layers: readonly Layer[] = ['none']): Carried | null {
    const { drawing, make } = smallDisk(dice, dice.below(5) === 0 ? 4096 : 512);
    const disk = new ScriptDisk(drawing, make);
    const survey = disk.survey();
    const plan = smallPlan(survey, dice, layers);
    const scripts = disk.scripts(plan, survey);
    if (scripts.length === 0 || scripts.some(({ byHand }) => byHand.length > 0)) {
      disk.remove();
      return null;
    }
    const files = filesOn(disk, keptOf(plan, survey));
    disk.keep();
    return new Carried(disk, survey, plan, scripts, files);
  }

  /** Every file of every kept volume is there, and the disk is that of the last moment. */
  expectPlanned(shown: (p: PlannedPartition) => { readonly label: string }): void {
    const { disk, plan, survey } = this;
    const after = disk.survey();
    expect(after.damage).toEqual([]);
    expect(after.partitions.map(({ start, length, volume }) => [start, length, volume?.label ?? ''])).toEqual(
      plan.partitions.map((p) => [p.start, p.length, shown(p).label]),
    );
    expect(standingOf({ plan, survey }, after)).toMatchObject({ differences: [], begun: null });
    expect(filesOn(disk, keptOf(plan, survey))).toEqual(this.files);
  }
}

/** Identities of the volumes that a plan keeps. */
function keptOf({ partitions }: Plan, survey: Survey): ReadonlySet<string> {
  const kept = partitions.filter(({ treatment }) => treatment === 'keep').map(({ from }) => from);
  return new Set(
    survey.partitions.flatMap(({ id, volume }) => (kept.includes(id) && volume?.uuid ? [volume.uuid] : [])),
  );
}

function filesOn(disk: ScriptDisk, kept: ReadonlySet<string>): Map<string, string> {
  const found = disk.survey().partitions.flatMap(({ start, length, volume }) => {
    const mount = volume && mountOf(volume.kind);
    if (!volume?.uuid || !mount || !kept.has(volume.uuid)) return [];
    const look = `d=$(mktemp -d); ${mount} -o ro $P $d; (cd $d/kept && sha256sum *); umount $d; rmdir $d`;
    return [[volume.uuid, disk.attached(start, length, (P) => sh(look, P))] as const];
  });
  return new Map(found);
}
