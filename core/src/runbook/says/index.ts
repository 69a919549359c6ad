import type { At } from './facts.js';
import type { Step, StepFor, StepKind } from '../../sequence/index.js';
import { message, type Code, type Message } from '../../words/index.js';
import {
  backup,
  checkVolume,
  safeStart,
  usualStart,
  firmwareMode,
  prepareLive,
  prepareMedium,
  recoveryKey,
  resumeProtection,
  safetyCopy,
  suspendProtection,
  unhibernate,
  verifyStart,
} from './prepare.js';
import { firstStart, install, redoStart, removeStart, startOrder } from './systems.js';
import { container, convertTable, newTable, relist, repairTable, setActive } from './table.js';
import { mountTable } from './mounting.js';
import { changeInside } from './inside.js';
import { create, deletion, format, grow, move, setLabel, setName, setType, shrink } from './volumes.js';

export { backOf, type BackSays } from './back.js';
export { foundName, nameOf } from './facts.js';

export { exposureOf } from './exposure.js';
export { laneOf, placeOf, placeOfBack, placeNote } from './place.js';

export type StepCode = Extract<Code, `step.${string}`>;

/** What each kind of step says, in the figures of the plan. */
const SAYS: { readonly [K in StepKind]: (at: At, step: StepFor<K>) => Message<StepCode> } = {
  backup,
  'safety-copy': safetyCopy,
  'prepare-medium': prepareMedium,
  'prepare-live': prepareLive,
  'recovery-key': recoveryKey,
  'suspend-protection': suspendProtection,
  unhibernate,
  'firmware-mode': firmwareMode,
  'safe-start': safeStart,
  'controller-mode': () => message('step.controller-mode'),
  'usual-start': usualStart,
  'secure-boot-off': () => message('step.secure-boot-off'),
  'secure-boot-on': () => message('step.secure-boot-on'),
  'new-table': newTable,
  'repair-table': repairTable,
  'convert-table': convertTable,
  delete: deletion,
  'check-volume': checkVolume,
  shrink,
  'verify-start': verifyStart,
  'move-aside': move,
  move,
  grow,
  create,
  format,
  'change-inside': changeInside,
  'create-container': container,
  'grow-container': container,
  'shrink-container': container,
  'delete-container': container,
  relist,
  'set-active': setActive,
  'set-type': setType,
  'set-label': setLabel,
  'set-name': setName,
  'redo-start': redoStart,
  'remove-start': removeStart,
  'mount-table': mountTable,
  install,
  'start-order': startOrder,
  'first-start': firstStart,
  'resume-protection': resumeProtection,
  'verify-disk': () => message('step.verify-disk'),
};

/** What a step says to the person who carries it out, of the disk as it is then. */
export function stepSays(at: At, step: Step): Message<StepCode> {
  const says: (at: At, step: never) => Message<StepCode> = SAYS[step.kind];
  return says(at, step as never);
}
