import { listingOf, type Listing } from '../ability/index.js';
import { overlap, type Span } from '../layout/index.js';
import { derived, type Plan, type Planned, type PlannedPartition } from '../plan/index.js';
import { installedOver, type PlacedSetupPart, type SetupRoom } from '../rooms/index.js';
import {
  objectsOf,
  placeIn,
  procedureFor,
  kindOf,
  type Environment,
  type Phase,
  type LineWork,
  type Step,
} from '../sequence/index.js';
import { isArriving, type System } from '../system/index.js';
import { momentsOf, type Moment } from './moments.js';
import { instructionFor, rowsOf, type Instruct, type Instruction, type RecognitionRow } from './sheet.js';

/** The disk as one environment lists it when it is entered, with what is done to each line there. */
export interface Sheet {
  readonly environment: Environment;
  /** How many steps are done by then. */
  readonly after: number;
  readonly listing: Listing;
  readonly rows: readonly RecognitionRow[];
}

/** What tells more of a line stands before what tells less; `look` tells nothing of it. */
const TELLS: Readonly<Record<LineWork, number>> = {
  delete: 0,
  shrink: 1,
  move: 2,
  grow: 3,
  format: 4,
  change: 5,
  look: 6,
};

/**
 * A sheet for every phase in which a line of a list is picked: the disk at its beginning, as that environment lists it.
 * None where the steps have no order.
 */
export const sheetsOf = derived((planned): readonly Sheet[] => {
  const moments = momentsOf(planned);
  let after = 0;
  return procedureFor(planned).phases.flatMap((phase): Sheet[] => {
    const moment = moments[after]!;
    const sheet = sheetOf(planned, phase, moment);
    after += phase.steps.length;
    return phase.steps.some((step) => kindOf(step).line !== null) ? [sheet] : [];
  });
});

/** The disk at a moment as a sheet of any list, with what is done to each line by the steps given. */
export function sheetOf(
  planned: Planned,
  { environment, steps }: Omit<Phase, 'restart'>,
  moment: Moment,
): Sheet {
  const listing = listingOf(placeIn(planned.plan, environment));
  const rooms = momentsOf(planned)[moment.after + steps.length]?.taken ?? moment.taken;
  const instruct: Instruct = (line) =>
    line.kind === 'partition'
      ? toDo(planned, environment, steps, line.partition)
      : line.kind === 'made'
        ? toDoWithMade(planned, steps, line.part)
        : toDoWithGap(planned, steps, line.span, moment, rooms);
  const rows = rowsOf(moment, instruct, rooms);
  // The disk tool of a Windows does not show its own reserved partition; its setup does.
  const hidden = (row: RecognitionRow) =>
    listing === 'windows' &&
    (row.kind === 'container' || (environment.kind !== 'installer' && isReserved(moment, row.id)));
  let order = 0;
  const listed = rows
    .filter((row) => !hidden(row))
    .map((row) => (row.kind === 'partition' ? { ...row, order: (order += 1) } : row));
  return { environment, after: moment.after, listing, rows: listed };
}

function toDo(
  { plan }: Planned,
  environment: Environment,
  steps: readonly Step[],
  p: PlannedPartition,
): Instruction {
  const about = steps.filter((step) => {
    const { partition, found } = objectsOf(step);
    return partition === p.id || (partition === null && found !== null && found === p.from);
  });
  const [most] = about.flatMap((step) => kindOf(step).line ?? []).sort((a, b) => TELLS[a] - TELLS[b]);
  const done = most === 'look' ? undefined : most;
  const installs = steps.some((step) => step.kind === 'install' && p.owners.includes(step.system));
  if (environment.kind !== 'installer' || !installs) return done ?? 'leave-alone';
  const wanted = plan.partitions.find((q) => q.id === p.id);
  if (!wanted) return done ?? 'leave-alone';
  const said = instructionFor(plan, wanted, undefined);
  // A setup that makes its own partitions asks for one place and finds the rest by itself.
  const setup = steps.flatMap((step) =>
    step.kind === 'install' ? plan.systems.filter((s) => s.id === step.system && s.ownSetup) : [],
  )[0];
  if (setup && installedOver(setup, plan.partitions)?.id === p.id) return 'install-over';
  if (setup) return said === 'install-here' ? said : 'leave-alone';
  // What was formatted when it was made is not formatted again.
  return said === 'format' && done !== 'format' ? 'use-keep' : said;
}

/** What a setup made is left alone, but for an EFI system partition that the next system starts from. */
function toDoWithMade({ plan }: Planned, steps: readonly Step[], { role }: PlacedSetupPart): Instruction {
  const shares = ({ id, ownSetup }: System) =>
    !ownSetup && !plan.partitions.some((p) => p.role === 'efi' && p.owners.includes(id));
  const starts = steps.some(
    (step) => step.kind === 'install' && plan.systems.some((s) => s.id === step.system && shares(s)),
  );
  return role === 'efi' && starts ? 'use-keep' : 'leave-alone';
}

/** A gap in which something is made, or that a setup is given. */
function toDoWithGap(
  planned: Planned,
  steps: readonly Step[],
  gap: Span,
  { taken }: Moment,
  rooms: readonly SetupRoom[],
): Instruction {
  if (taken.some((span) => overlap(span, gap))) return 'taken';
  if (steps.some((step) => step.kind === 'create' && overlap(step.after, gap))) return 'create-here';
  const setup = steps.some((step) => step.kind === 'install' && ownSetup(planned.plan, step.system));
  if (!setup) return 'nothing';
  return rooms.some((room) => overlap(room, gap)) ? 'give-to-setup' : 'nothing';
}

const ownSetup = (plan: Plan, id: string): boolean =>
  plan.systems.some((s) => s.id === id && s.ownSetup && isArriving(s));

function isReserved({ planned, made }: Moment, id: string): boolean {
  return [...planned.plan.partitions, ...made].some((p) => p.id === id && p.role === 'reserved');
}
