import type { Span } from '../../layout/index.js';
import { backup, type Backup } from './backup.js';
import { safetyCopy, type SafetyCopy } from './safety-copy.js';
import { prepareMedium, type PrepareMedium } from './prepare-medium.js';
import { prepareLive, type PrepareLive } from './prepare-live.js';
import { recoveryKey, type RecoveryKey } from './recovery-key.js';
import { suspendProtection, type SuspendProtection } from './suspend-protection.js';
import { unhibernate, type Unhibernate } from './unhibernate.js';
import { firmwareMode, type SwitchMode } from './firmware-mode.js';
import { controllerMode, type ControllerMode } from './controller-mode.js';
import { safeStart, type SafeStart } from './safe-start.js';
import { usualStart, type UsualStart } from './usual-start.js';
import { secureBootOff, type SecureBootOff } from './secure-boot-off.js';
import { secureBootOn, type SecureBootOn } from './secure-boot-on.js';
import { newTable, type NewTable } from './new-table.js';
import { repairTable, type RepairTable } from './repair-table.js';
import { convertTable, type ConvertTable } from './convert-table.js';
import { deletion, type Delete } from './delete.js';
import { checkVolume, type CheckVolume } from './check-volume.js';
import { shrink, type Shrink } from './shrink.js';
import { verifyStart, type VerifyStart } from './verify-start.js';
import { moveAside, type MoveAside } from './move-aside.js';
import { move, type Move } from './move.js';
import { grow, type Grow } from './grow.js';
import { create, type Create } from './create.js';
import { format, type Format } from './format.js';
import { changeInside, type ChangeInside } from './change-inside.js';
import { mountTable, type EditMountTable } from './mount-table.js';
import { createContainer, type CreateContainer } from './create-container.js';
import { growContainer, type GrowContainer } from './grow-container.js';
import { shrinkContainer, type ShrinkContainer } from './shrink-container.js';
import { deleteContainer, type DeleteContainer } from './delete-container.js';
import { relist, type Relist } from './relist.js';
import { setActive, type SetActive } from './set-active.js';
import { setType, type SetType } from './set-type.js';
import { setLabel, type SetLabel } from './set-label.js';
import { setName, type SetName } from './set-name.js';
import { redoStart, type RedoStart } from './redo-start.js';
import { removeStart, type RemoveStart } from './remove-start.js';
import { install, type Install } from './install.js';
import { startOrder, type StartOrder } from './start-order.js';
import { firstStart, type FirstStart } from './first-start.js';
import { resumeProtection, type ResumeProtection } from './resume-protection.js';
import { verifyDisk, type VerifyDisk } from './verify-disk.js';
import type { Kind } from './kind.js';

/** A primitive step, by its kind. */
export type Step =
  | Backup
  | SafetyCopy
  | PrepareMedium
  | PrepareLive
  | RecoveryKey
  | SuspendProtection
  | Unhibernate
  | SwitchMode
  | SafeStart
  | ControllerMode
  | UsualStart
  | SecureBootOff
  | SecureBootOn
  | NewTable
  | RepairTable
  | ConvertTable
  | Delete
  | CheckVolume
  | Shrink
  | VerifyStart
  | MoveAside
  | Move
  | Grow
  | Create
  | Format
  | ChangeInside
  | CreateContainer
  | GrowContainer
  | ShrinkContainer
  | DeleteContainer
  | Relist
  | SetActive
  | SetType
  | SetLabel
  | SetName
  | RedoStart
  | RemoveStart
  | EditMountTable
  | Install
  | StartOrder
  | FirstStart
  | ResumeProtection
  | VerifyDisk;

export type StepKind = Step['kind'];

/** The step of a kind. */
export type StepFor<K extends StepKind> = Extract<Step, { readonly kind: K }>;

/** What is known of each kind. A kind of step is added here, and with its words in the runbook. */
const KINDS = {
  backup,
  'safety-copy': safetyCopy,
  'prepare-medium': prepareMedium,
  'prepare-live': prepareLive,
  'recovery-key': recoveryKey,
  'suspend-protection': suspendProtection,
  unhibernate,
  'firmware-mode': firmwareMode,
  'safe-start': safeStart,
  'controller-mode': controllerMode,
  'usual-start': usualStart,
  'secure-boot-off': secureBootOff,
  'secure-boot-on': secureBootOn,
  'new-table': newTable,
  'repair-table': repairTable,
  'convert-table': convertTable,
  delete: deletion,
  'check-volume': checkVolume,
  shrink,
  'verify-start': verifyStart,
  'move-aside': moveAside,
  move,
  grow,
  create,
  format,
  'change-inside': changeInside,
  'create-container': createContainer,
  'grow-container': growContainer,
  'shrink-container': shrinkContainer,
  'delete-container': deleteContainer,
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
  'verify-disk': verifyDisk,
} satisfies { readonly [K in StepKind]: Kind<StepFor<K>> };

export const STEP_KINDS = Object.keys(KINDS) as readonly StepKind[];

/** Kinds that can be undone by hand. */
export type UndoneKind = {
  [K in StepKind]: (typeof KINDS)[K]['back'] extends null ? never : K;
}[StepKind];

export function kindOf(step: Step): Kind<Step> {
  // Each kind is asked of its own steps only.
  return KINDS[step.kind] as unknown as Kind<Step>;
}

/** What a step is about, of whatever kind: `null` for what it is not about. */
export interface StepObjects {
  readonly partition: string | null;
  readonly found: string | null;
  readonly system: string | null;
  readonly before: Span | null;
  readonly after: Span | null;
}

export function objectsOf(step: Step): StepObjects {
  return {
    partition: 'partition' in step ? step.partition : null,
    found: 'found' in step ? step.found : null,
    system: 'system' in step ? step.system : null,
    before: 'before' in step ? step.before : null,
    after: 'after' in step ? step.after : null,
  };
}
