import { newPartition } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { plannedGaps, type GapPart } from '../layout/index.js';
import { floorOf, type Layer, type Plan, type PlannedPartition } from '../plan/index.js';
import { bytes, MIB, sectors, type Sectors } from '../quantity/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import { IDENTITY, planOn, surveysOf } from './builders.js';
import { isThere } from './script-disk.js';

/** A small generator with a seed, so that a failure can be had again (xorshift32). */
export class Dice {
  constructor(private state: number) {
    this.state = (state * 2_654_435_761) >>> 0 || 1;
    for (let i = 0; i < 8; i++) this.below(2);
  }

  below(most: number): number {
    this.state ^= this.state << 13;
    this.state ^= this.state >>> 17;
    this.state ^= this.state << 5;
    return (this.state >>> 0) % most;
  }

  one<T>(of: readonly T[]): T {
    return of[this.below(of.length)]!;
  }
}

/** Kinds that a test makes with real utilities: the least size in MiB, the line, and whether files can be put into it here. */
const MADE: Readonly<
  Partial<
    Record<
      VolumeKind,
      { readonly least: number; readonly line: string; readonly needs: string; readonly mount: string | null }
    >
  >
> = {
  ext4: { least: 24, line: 'mkfs.ext4 -q -L LABEL $P', needs: 'mkfs.ext4', mount: 'mount' },
  ext3: { least: 24, line: 'mkfs.ext3 -q -L LABEL $P', needs: 'mkfs.ext3', mount: 'mount' },
  btrfs: { least: 128, line: 'mkfs.btrfs -q -L LABEL $P', needs: 'mkfs.btrfs', mount: 'mount' },
  xfs: { least: 304, line: 'mkfs.xfs -q -L LABEL $P', needs: 'mkfs.xfs', mount: 'mount' },
  fat: { least: 40, line: 'mkfs.fat -F 32 -n LABEL $P', needs: 'mkfs.fat', mount: null },
  ntfs: { least: 24, line: 'mkntfs -q -F -L LABEL $P', needs: 'mkntfs', mount: 'ntfs-3g' },
  swap: { least: 12, line: 'mkswap -q -L LABEL $P', needs: 'mkswap', mount: null },
};

const KINDS = (Object.keys(MADE) as VolumeKind[]).filter((kind) => isThere(MADE[kind]!.needs));

const TYPES: Partial<Record<VolumeKind, string>> = { ntfs: '0x07', swap: '0x82', fat: '0x0c' };
const GUIDS: Partial<Record<VolumeKind, string>> = {
  ntfs: 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7',
  fat: 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7',
  swap: '0657fd6d-a4ab-43c4-84e5-0933c84b4f4f',
};
const LINUX_GUID = '0fc63daf-8483-4772-8e79-3d69d8477de4';

/** A disk that is small enough to be carried through a whole procedure, and how what lies on it is made. */
export interface SmallDisk {
  readonly drawing: Survey;
  readonly make: Readonly<Record<string, string>>;
}

const FILES =
  'd=$(mktemp -d); MOUNT $P $d; mkdir $d/kept; for i in 1 2 3; do head -c 700000 /dev/urandom > $d/kept/$i; done; umount $d; rmdir $d';

/** How a test reads the files of a volume; `null` where none can be put there here. */
export const mountOf = (kind: VolumeKind): string | null => {
  const mount = MADE[kind]?.mount ?? null;
  return mount !== null && isThere(mount) ? mount : null;
};

function makeLine(kind: VolumeKind, label: string): string {
  const { line } = MADE[kind]!;
  const made = line.replace('LABEL', kind === 'fat' ? label.toUpperCase() : label);
  const mount = mountOf(kind);
  return mount === null ? made : `${made}; ${FILES.replace('MOUNT', mount)}`;
}

/** Three to six volumes with free space between some of them, on a GPT or on an MBR with logicals. */
export function smallDisk(dice: Dice, sectorBytes: 512 | 4096 = 512): SmallDisk {
  const mbr = sectorBytes === 512 && dice.below(3) === 0;
  const mib = (n: number) => sectors((n * MIB) / sectorBytes);
  const volumes = 3 + dice.below(4);
  const firstLogical = mbr ? 1 + dice.below(2) : volumes;
  const partitions: SurveyPartition[] = [];
  const make: Record<string, string> = {};
  let at = 1;
  let containerAt = 0;
  for (let i = 0; i < volumes; i++) {
    if (dice.below(2) === 0) at += 8 + dice.below(120);
    const kind = dice.one(KINDS);
    const logical = i >= firstLogical;
    const number = logical ? 5 + i - firstLogical : i + 1;
    if (logical && containerAt === 0) containerAt = at;
    if (logical) at += 1;
    const size = MADE[kind]!.least + dice.below(150);
    const id = `found-${number}`;
    const label = `v${number}`;
    partitions.push({
      ...{ id, number, start: mib(at), length: mib(size), volume: { kind } },
      ...(mbr
        ? {
            type: TYPES[kind] ?? '0x83',
            ...(logical ? { logical, ebrAt: sectors(mib(at) - mib(1)) } : { active: false }),
          }
        : { type: GUIDS[kind] ?? LINUX_GUID, name: label }),
    });
    make[id] = makeLine(kind, label);
    at += size;
  }
  const end = at + 40 + dice.below(300);
  const size = mib(end);
  const reserved = mbr ? 0 : Math.ceil((128 * 128) / sectorBytes) + 1;
  return {
    make,
    drawing: {
      format: 'rhizotome/survey',
      version: 1,
      ...IDENTITY,
      source: { kind: 'image' },
      disk: {
        ...{ sizeSectors: size, sectorBytes: bytes(sectorBytes), style: mbr ? 'mbr' : 'gpt' },
        firstUsable: sectors(mbr ? 1 : reserved + 1),
        usableEnd: sectors(size - reserved),
      },
      damage: [],
      partitions,
      ...(containerAt > 0
        ? {
            containers: [
              {
                ...{ number: firstLogical + 1, start: mib(containerAt), type: '0x05' },
                length: sectors(size - mib(containerAt)),
              },
            ],
          }
        : {}),
    },
  };
}

/** A plan on what was read of it: volumes of nobody that shrink, grow, move, go, are made anew, are added or called otherwise. */
export function smallPlan(survey: Survey, dice: Dice, layers: readonly Layer[] = ['none']): Plan {
  let plan = ofNobody(planOn(survey));
  const attempt = (edit: Edit | null) => {
    const result = edit && apply(plan, edit, surveysOf(survey));
    if (result?.ok) plan = result.plan;
  };
  for (let i = 0; i < 5 + dice.below(4); i++) attempt(anyEdit(survey, plan, dice, layers));
  return plan;
}

const ofNobody = (plan: Plan): Plan => ({
  ...plan,
  systems: [],
  found: Object.fromEntries(Object.entries(plan.found).map(([id, note]) => [id, { ...note, owners: [] }])),
  partitions: plan.partitions.map((p) => ({ ...p, owners: [] })),
});

function anyEdit(survey: Survey, plan: Plan, dice: Dice, layers: readonly Layer[]): Edit | null {
  const mib = (n: number) => sectors((n * MIB) / survey.disk.sectorBytes);
  const p = plan.partitions.length > 0 ? dice.one(plan.partitions) : undefined;
  const gaps = plannedGaps({ plan, survey }).filter(({ usable }) => usable.length >= mib(16));
  const gap = gaps.length > 0 ? dice.one(gaps) : undefined;
  switch (dice.below(9)) {
    case 0:
    case 1: {
      if (!p || !VOLUME_TRAITS[p.fileSystem].linux.shrink) return null;
      const least = floorOf({ plan, survey }, p)?.bytes ?? 0;
      const length = mib(Math.ceil(least / MIB) + 24 + dice.below(60));
      return length < p.length ? { kind: 'resize', partition: p.id, length, hold: 'start' } : null;
    }
    case 2: {
      const behind = p && gaps.find(({ start }) => start === p.start + p.length);
      const grown = behind ? growInto(p, behind, dice, mib(1)) : null;
      return p && grown && grown.length >= leastResized(p, survey) ? grown : null;
    }
    case 3:
    case 4: {
      const beside = p && gaps.find((g) => g.start + g.length === p.start || g.start === p.start + p.length);
      if (!p || !beside) return null;
      const by = mib(1 + dice.below(Math.max(1, Math.floor(beside.usable.length / mib(1)))));
      const start = beside.start < p.start ? p.start - by : p.start + by;
      return { kind: 'move', partition: p.id, start: sectors(start) };
    }
    case 5:
      return p && plan.partitions.length > 2 ? { kind: 'remove', partition: p.id } : null;
    case 6:
      return p
        ? {
            kind: 'describe',
            partition: p.id,
            changes: { label: p.fileSystem === 'fat' ? 'NEW' : `new${dice.below(9)}` },
          }
        : null;
    default:
      return gap ? creation(plan, gap, dice, mib, layers) : null;
  }
}

/** A kernel refuses to make a btrfs of less, in either direction. */
const leastResized = ({ fileSystem }: PlannedPartition, { disk }: Survey): number =>
  VOLUME_TRAITS[fileSystem].leastShrunkBytes / disk.sectorBytes;

function growInto(p: PlannedPartition, gap: GapPart, dice: Dice, mib: Sectors) {
  const more = 1 + dice.below(Math.max(1, Math.floor(gap.usable.length / mib)));
  return {
    kind: 'resize',
    partition: p.id,
    length: sectors(p.length + more * mib),
    hold: 'start',
  } as const;
}

function creation(
  plan: Plan,
  gap: GapPart,
  dice: Dice,
  mib: (n: number) => Sectors,
  layers: readonly Layer[],
): Edit | null {
  const kinds = KINDS.filter(
    (kind) => VOLUME_TRAITS[kind].linux.make && mib(MADE[kind]!.least) <= gap.usable.length,
  );
  if (kinds.length === 0) return null;
  const kind = dice.one(kinds);
  const most = Math.floor(gap.usable.length / mib(1));
  const size = Math.min(most, MADE[kind]!.least + dice.below(most));
  const layer = kind === 'ext4' && size > 64 ? dice.one(layers) : 'none';
  const base = newPartition(plan, {
    role: kind === 'swap' ? 'swap' : 'data',
    start: gap.usable.start,
    length: mib(size),
    owners: [],
  });
  const name = `n${base.id.replace(/\D/g, '')}`;
  const label = kind === 'fat' ? name.toUpperCase() : name;
  return {
    kind: 'create',
    partition: {
      ...base,
      ...{ fileSystem: kind, label, name: plan.target.style === 'gpt' ? name : '', mountPoint: '' },
      ...(layer === 'none' ? {} : { layer }),
      ...(kind === 'btrfs' && dice.below(2) === 0
        ? {
            subvolumes: [
              { name: 'one', mountPoint: '' },
              { name: 'it’s two', mountPoint: '' },
            ],
          }
        : {}),
      logical: plan.target.style === 'mbr' && gap.inside,
    },
  };
}
