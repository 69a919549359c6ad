import {
  same,
  apply,
  refusalSays,
  remember,
  type Edit,
  type History,
  type MadeEdit,
  type Plan,
  type Refusal,
  type Surveys,
} from '@rhizotome/core';
import type { SetAside, Unsent } from './unsent.js';
import { words } from '../words/words.js';
import { say } from '../words/say.js';

export interface Standing {
  readonly plan: Plan;
  readonly history: History;
}

export interface Replayed extends Standing {
  /** What was made, in order. */
  readonly made: readonly MadeEdit[];
  /** What is still to be sent. An undo among it leads back over its edit as it was made here. */
  readonly items: readonly Unsent[];
  readonly setAside: readonly SetAside[];
}

/** One's own edits that stand, the latest last; `null` for one that was set aside. */
type Mine = (MadeEdit | null)[];

/**
 * Makes unsent edits on top of a plan, which others may have changed since they were first made. What no longer fits
 * is set aside. Undoing one's own edit leads back over that edit and nothing else; undoing one that was set aside is
 * nothing to do any more. `surveys` knows the readings among the items too.
 */
export function replay(from: Standing, unsent: readonly Unsent[], surveys: Surveys): Replayed {
  let { plan, history } = from;
  const made: MadeEdit[] = [];
  const items: Unsent[] = [];
  const aside: SetAside[] = [];
  const mine: Mine = [];
  for (const item of unsent) {
    if (item.kind === 'survey') {
      items.push(item);
      continue;
    }
    if (item.intent === 'undo' && mine.at(-1) === null) {
      mine.pop();
      aside.pop();
      continue;
    }
    const edit = item.intent === 'undo' ? undoing(item.edit, mine, history) : item.edit;
    const result = edit && apply(plan, edit, surveys);
    if (!edit || !result || !result.ok) {
      aside.push({ item, reason: result?.ok === false ? reasonOf(result.refusal, plan, surveys) : PASSED });
      if (item.intent !== 'undo') mine.push(null);
      continue;
    }
    const one: MadeEdit = { intent: item.intent, edit, inverse: result.inverse };
    ({ plan } = result);
    history = remember(history, one);
    made.push(one);
    items.push({ ...item, edit });
    if (item.intent !== 'undo') mine.push(one);
  }
  return { plan, history, made, items, setAside: aside };
}

function reasonOf(refusal: Refusal, plan: Plan, surveys: Surveys): string {
  return say(refusalSays(refusal, surveys(plan.surveyId ?? '')?.disk.sectorBytes ?? 512));
}

const PASSED = words['open.other-changes-were-made']();

/** The edit that undoes what was meant; `undefined` where something else has come to stand last. */
function undoing(edit: Edit, mine: Mine, history: History): Edit | undefined {
  const own = mine.pop();
  if (own) return own.inverse;
  const last = history.undo.at(-1);
  return last && same(last.inverse, edit) ? edit : undefined;
}
