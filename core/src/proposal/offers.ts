import { hasOwnVolumes } from '../system/index.js';
import { batch, createInGap, singles } from '../compose/index.js';
import { apply, type Edit, type SingleEdit } from '../edits/index.js';
import { verbsOf, type Verb } from '../gestures/index.js';
import { overlap, plannedGaps, plannedParts, type GapPart } from '../layout/index.js';
import { endOf, partitionTitle, volumesOf, type Planned } from '../plan/index.js';
import { setupRooms } from '../rooms/index.js';
import { MIB } from '../quantity/index.js';
import { usualPartBytes } from '../sizing/index.js';
import { systemsAfter } from '../start/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { message, type Code, type Message, type Text } from '../words/index.js';
import { newPartsFor } from './fresh-parts.js';
import { isHomeless } from './situation.js';

type OfferSays = Message<Exclude<Extract<Code, `offer.${string}`>, 'offer.parts'>> | Verb['title'];

/** What lies in the free space once an offer is taken; without a title, what is left free. Sizes in bytes. */
export interface Filling {
  readonly title: Text | null;
  readonly owners: readonly string[];
  readonly bytes: number;
}

/** Who could have a free space, and what becomes of it then. */
export interface GapOffer {
  /** `system:…`, `home:…`, …; or that of a verb of the space. */
  readonly id: string;
  readonly kind: 'system' | 'data' | 'neighbour' | 'free' | 'other';
  readonly title: OfferSays;
  /** `null`: nothing changes. */
  readonly edit: Edit | null;
  /** From the start of the space to its end. */
  readonly fills: readonly Filling[];
}

/**
 * Who could have a free space: each system that waits for a place, with all that it needs; a home, swap or data for those that
 * are there; what stands beside it; or nobody. Only what the plan takes; sizes fit. Of each the plan that would come of it was made.
 */
export function offersFor(planned: Planned, id: string): GapOffer[] {
  const gap = plannedGaps(planned).find((g) => g.id === id);
  const room = gap ? gap.usable.length * planned.survey.disk.sectorBytes : 0;
  if (!gap || room < MIB) return [];
  const about = { planned, gap, room };
  return [
    ...planned.plan.systems.flatMap((system) => forSystem(about, system)),
    ...forLoaders(about),
    ...systemsAfter(planned.plan).flatMap((system) => forMoreOf(about, system)),
    ...forData(about),
    ...verbsOf(planned, gap.id).flatMap(({ id: verb, title, edit }) =>
      offered(about, { id: verb, kind: 'neighbour', title }, edit),
    ),
    { id: 'free', kind: 'free', title: message('offer.free'), edit: null, fills: fillsOf(planned, gap) },
    ...made(about, { id: 'other', kind: 'other', title: message('offer.other') }, [
      { role: 'other', owners: [] },
    ]),
  ];
}

interface About {
  readonly planned: Planned;
  readonly gap: GapPart;
  /** In bytes. */
  readonly room: number;
}

interface Made {
  readonly role: Role;
  readonly owners: readonly System[];
  /** In bytes; where absent, all that is left. */
  readonly size?: number;
}

type Head = Pick<GapOffer, 'id' | 'kind' | 'title'>;

/** What systems of the planned mode start from, where the disk has none (UEFI 2.10 §13.3; BIOS boot of a GPT). */
function loadersMissing({ plan, survey }: Planned): (Made & { readonly size: number })[] {
  const systems = systemsAfter(plan).filter(hasOwnVolumes);
  const { mode, style } = plan.target;
  const role = mode === 'uefi' ? 'efi' : style === 'gpt' ? 'bios-boot' : undefined;
  if (!role || plan.partitions.some((p) => p.role === role)) return [];
  const size = usualPartBytes(role, systems[0], { ram: plan.machine.ramBytes, disk: survey.disk })!;
  return [{ role, owners: systems, size }];
}

function forLoaders(about: About): GapOffer[] {
  const head: Head = { id: 'loaders', kind: 'data', title: message('offer.loaders') };
  return made(
    about,
    head,
    loadersMissing(about.planned).map((part) => ({ ...part, size: Math.min(part.size, about.room) })),
  );
}

/** A system that waits for a place: all that is made for it, as much of what it wishes as fits. */
function forSystem(about: About, system: System): GapOffer[] {
  const { planned, room } = about;
  if (!isHomeless(planned.plan, system)) return [];
  const title = message('offer.system', { system: system.name });
  const head: Head = { id: `system:${system.id}`, kind: 'system', title };
  if (system.ownSetup) return forSetup(about, head, system);
  const { sectorBytes } = planned.survey.disk;
  const loaders = loadersMissing(planned);
  const left = room - loaders.reduce((sum, part) => sum + part.size, 0);
  const alone = systemsAfter(planned.plan).length === 1;
  const parts = newPartsFor(planned, system, Math.max(0, left)).flatMap((part) =>
    part.role === null ? [] : [{ ...part, role: part.role }],
  );
  const bytes = (sectors: number) => sectors * sectorBytes;
  // Within the extended partition the record of the first lies before the space that can be used.
  const lead = parts.slice(about.gap.inside ? 1 : 0).reduce((sum, part) => sum + bytes(part.lead), 0);
  const sizes = shared(
    left - lead,
    parts.map((part) => ({
      least: bytes(part.least),
      wished: bytes(part.wished),
      takesRest: part.takesRest,
    })),
    // Beside others what goes beyond generous may be for them, or for data that they share.
    alone ? Infinity : system.generousBytes,
  );
  if (!sizes) return [];
  return made(about, head, [
    ...loaders,
    ...parts.map(({ role, owners }, i) => ({ role, owners, size: sizes[i]! })),
  ]);
}

/** A setup takes the free space that it is given by itself; where that is another, a partition holds this one for it. */
function forSetup(about: About, head: Head, system: System): GapOffer[] {
  const { planned, gap, room } = about;
  const has = setupRooms(planned).some((r) => r.system === system.id && overlap(r, gap));
  if (has || room < system.leastBytes) return [];
  return made(about, head, [{ role: 'system', owners: [system] }]);
}

/**
 * Sizes that fit: all wished ones, else as much of each beyond its least as there is. What is left goes to whoever takes the rest, if that
 * does not become larger than `most` with it.
 */
function shared(
  room: number,
  parts: readonly { readonly least: number; readonly wished: number; readonly takesRest: boolean }[],
  most: number,
): number[] | undefined {
  const whole = (n: number) => Math.floor(n / MIB) * MIB;
  const least = parts.reduce((sum, part) => sum + part.least, 0);
  if (least > room) return undefined;
  let spare = room - least;
  const sizes = parts.map((part) => {
    const more = Math.min(spare, part.wished - part.least);
    spare -= more;
    return whole(part.least + more);
  });
  const taker = parts.findIndex((part, i) => part.takesRest && sizes[i]! + spare <= most);
  return sizes.map((size, i) => (i === taker ? whole(size + spare) : size));
}

/** What a system that has a place has not: a home of its own, or swap. */
function forMoreOf(about: About, system: System): GapOffer[] {
  const { planned, room } = about;
  const { plan, survey } = planned;
  if (!hasOwnVolumes(system) || (system.family !== 'linux' && system.family !== 'bsd')) return [];
  const own = volumesOf(plan).filter((v) => v.owners.includes(system.id));
  const lacks = (role: Role) => !own.some((v) => v.role === role);
  if (lacks('root')) return [];
  const swap = usualPartBytes('swap', system, { ram: plan.machine.ramBytes, disk: survey.disk })!;
  const whose = { system: system.name };
  return [
    ...(lacks('home')
      ? made(about, { id: `home:${system.id}`, kind: 'data', title: message('offer.home', whose) }, [
          { role: 'home', owners: [system] },
        ])
      : []),
    ...(lacks('swap') && system.swap === undefined
      ? made(about, { id: `swap:${system.id}`, kind: 'data', title: message('offer.swap', whose) }, [
          { role: 'swap', owners: [system], size: Math.min(swap, room) },
        ])
      : []),
  ];
}

/** Files that all systems read, or those of the only one. */
function forData(about: About): GapOffer[] {
  const systems = systemsAfter(about.planned.plan).filter(hasOwnVolumes);
  const title =
    systems.length > 1
      ? message('offer.shared', { systems: systems.map((s) => s.name) })
      : message('offer.data', { system: systems[0]?.name ?? null });
  return made(about, { id: 'data', kind: 'data', title }, [{ role: 'data', owners: systems }]);
}

/** The offer of parts that are made one behind the other from the start of the space; none where the plan does not take them. */
function made(about: About, head: Head, parts: readonly Made[]): GapOffer[] {
  const { planned, gap } = about;
  const edits: SingleEdit[] = [];
  let now = planned;
  for (const part of parts) {
    const free = plannedGaps(now).find((g) => overlap(g, gap) && g.usable.length > 0);
    const edit = free && createInGap(now, free, part);
    const result = edit && apply(now.plan, edit, () => planned.survey);
    if (!edit || !result?.ok) return [];
    edits.push(...singles(edit));
    now = { ...planned, plan: result.plan };
  }
  const [only, another] = edits;
  const edit = only && !another ? only : batch(message('edit.fill-space'), edits);
  return edits.length === 0 ? [] : offered(about, head, edit);
}

function offered({ planned, gap }: About, head: Head, edit: Edit): GapOffer[] {
  const result = apply(planned.plan, edit, () => planned.survey);
  return result.ok ? [{ ...head, edit, fills: fillsOf({ ...planned, plan: result.plan }, gap) }] : [];
}

/** What lies in a span of the disk, in its order. Alignment is no part of it. */
function fillsOf(planned: Planned, gap: GapPart): Filling[] {
  const { sectorBytes } = planned.survey.disk;
  return plannedParts(planned).flatMap((part): Filling[] => {
    const length = Math.min(endOf(part), endOf(gap)) - Math.max(part.start, gap.start);
    if (length * sectorBytes < MIB || part.kind === 'table') return [];
    const bytes = length * sectorBytes;
    return part.kind === 'gap'
      ? [{ title: null, owners: [], bytes }]
      : [{ title: partitionTitle(part.partition), owners: part.partition.owners, bytes }];
  });
}
