import type { Remedy } from './finding.js';
import { createInGap, sizeTo, batch, singles, keepInsideEdit, undeleteEdit } from '../compose/index.js';
import { apply, type Edit, type SingleEdit } from '../edits/index.js';
import { plannedGaps, type GapPart } from '../layout/index.js';
import {
  fatesOf,
  foundTitle,
  partitionOf,
  type Planned,
  type Fate,
  type InsideFate,
  type PlannedVolume,
} from '../plan/index.js';
import { sectorsToHold } from '../quantity/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { message, type Phrase, type Text } from '../words/index.js';

/** The edit that creates a partition of `size` bytes at the start of a gap; `undefined` where none holds it. */
export function createIn(
  planned: Planned,
  wanted: { readonly role: Role; readonly owners: readonly System[]; readonly size: number },
  gap?: GapPart,
): Edit | undefined {
  const { plan, survey } = planned;
  const gaps = gap ? [gap] : plannedGaps(planned);
  return gaps
    .map((g) => createInGap(planned, g, wanted))
    .find((edit) => edit !== undefined && apply(plan, edit, () => survey).ok);
}

/** Of a volume inside a partition too. */
export function resize(planned: Planned, volume: PlannedVolume, size: number): Edit {
  const partition = partitionOf(planned.plan, volume.id);
  if (partition) return sizeTo(planned, partition, size);
  const length = sectorsToHold(size, planned.survey.disk.sectorBytes);
  return { kind: 'resize', partition: volume.id, length, hold: 'start' };
}

/** The edit that puts several deleted partitions back as they were found; `undefined` where one has no place any more. */
export function restoreAll({ plan, survey }: Planned, found: readonly string[]): Edit | undefined {
  const edits: SingleEdit[] = [];
  let now = plan;
  for (const id of found) {
    const edit = undeleteEdit({ plan: now, survey }, id);
    const result = edit && apply(now, edit, () => survey);
    if (!edit || !result?.ok) return undefined;
    edits.push(...singles(edit));
    now = result.plan;
  }
  return edits.length === 0 ? undefined : batch(message('edit.several'), edits);
}

/** What was kept, and is deleted or made anew once an edit is made: what the title of a remedy has to name. */
export function lostBy(planned: Planned, edit: Edit): readonly Text[] {
  const result = apply(planned.plan, edit, () => planned.survey);
  if (!result.ok) return [];
  const goes = ({ kind }: Fate) => kind === 'erased' || kind === 'formatted';
  const gone = new Set(fatesOf(planned).flatMap((f) => (goes(f) ? [f.found.id] : [])));
  return fatesOf({ ...planned, plan: result.plan })
    .filter((f) => goes(f) && !gone.has(f.found.id))
    .map(({ found }) => foundTitle(planned, found));
}

/** The remedy that has systems not hibernate any more: an intent, which the procedure makes a step. */
export function noHibernation(systems: readonly System[]): Remedy {
  const edits = systems.map(({ id }): SingleEdit => ({
    kind: 'change-system',
    system: id,
    changes: { hibernation: 'off' },
  }));
  const [only, another] = edits;
  return {
    title: message('remedy.no-hibernation', { systems: systems.map((s) => s.name) }),
    edit: only && !another ? only : batch(message('edit.no-hibernation'), edits),
  };
}

/** `[remedy]`, or `[]` where there is no edit to offer. */
export function remedy(title: Phrase, edit: Edit | undefined): Remedy[] {
  return edit ? [{ title, edit }] : [];
}

/** Keeps a volume inside a partition as it was found. */
export const keptInside = (fate: InsideFate): Remedy[] =>
  remedy(
    message(fate.kind === 'erased' ? 'remedy.keep-as-found' : 'remedy.keep-content'),
    keepInsideEdit(fate),
  );
