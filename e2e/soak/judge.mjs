import Database from 'better-sqlite3';
import { apply, EDIT_DOCUMENT, EMPTY_PLAN, PLAN_DOCUMENT, readStored, unpackedText } from '@rhizotome/core';

/** What stands on the disk of a machine, read beside the server; `alone`: no server has it open, and what a cut left is put right first. */
export function onDisk(file, machineId, alone = false) {
  const database = new Database(file, { readonly: !alone, timeout: 5000 });
  try {
    const [{ quick_check }] = database.pragma('quick_check(1)');
    if (quick_check !== 'ok') throw new Error(`the data file is damaged: ${quick_check}`);
    const machine = database.prepare('SELECT revision, plan FROM machine WHERE id = ?').get(machineId);
    const edits = database
      .prepare('SELECT revision, "key", edit FROM edit WHERE "machineId" = ? ORDER BY revision')
      .all(machineId)
      .map((row) => ({ ...row, edit: unpackedText(row.edit) }));
    return { revision: machine.revision, plan: stored(PLAN_DOCUMENT, machine.plan), edits };
  } finally {
    database.close();
  }
}

/**
 * What is wrong with a history: edits that were acknowledged and are lost, or are there twice; revisions with holes; a
 * plan that is not what its edits make.
 */
export function faultsOf({ revision, plan, edits }, acknowledged) {
  const faults = [];
  const keys = edits.map((e) => e.key);
  const lost = [...acknowledged].filter((key) => !keys.includes(key));
  if (lost.length > 0) faults.push(`${lost.length} acknowledged edits are lost`);
  if (new Set(keys).size !== keys.length) faults.push('edits are there twice');
  if (edits.some((e, i) => e.revision !== i + 1) || revision !== edits.length)
    faults.push('revisions have holes');
  let made = EMPTY_PLAN;
  for (const { edit } of edits) {
    const result = apply(made, stored(EDIT_DOCUMENT, edit), () => undefined);
    if (!result.ok) return [...faults, 'an edit of the history does not apply'];
    made = result.plan;
  }
  if (JSON.stringify(made) !== JSON.stringify(plan)) faults.push('the plan is not what its edits make');
  return { lost: lost.length, faults };
}

function stored(kind, text) {
  const outcome = readStored(kind, text);
  if (!outcome.ok) throw new Error('a stored document cannot be read');
  return outcome.value;
}
