import { accept, type Accept } from './accept.js';
import { addSystem, type AddSystem } from './add-system.js';
import { arrange, type Arrange } from './arrange.js';
import { begin, type Begin } from './begin.js';
import { changeSystem, type ChangeSystem } from './change-system.js';
import { create, type Create } from './create.js';
import { describe, type Describe } from './describe.js';
import type { EditKind } from './kind.js';
import { move, type Move } from './move.js';
import { noteFound, type NoteFound } from './note-found.js';
import { recordStep, type RecordStep } from './record.js';
import { remark, type Remark } from './remark.js';
import { removeSystem, type RemoveSystem } from './remove-system.js';
import { remove, type Remove } from './remove.js';
import { resize, type Resize } from './resize.js';
import { restore, type Restore } from './restore.js';
import { setActive, type SetActive } from './set-active.js';
import { setContainer, type SetContainer } from './set-container.js';
import { setLoader, type SetLoader } from './set-loader.js';
import { setMachine, type SetMachine } from './set-machine.js';
import { setSlot, type SetSlot } from './set-slot.js';
import { setStart, type SetStart } from './set-start.js';
import { setTarget, type SetTarget } from './set-target.js';
import { tick, type Tick } from './tick.js';
import { treat, type Treat } from './treat.js';
import { wishFor, type WishFor } from './wish-for.js';

/** One change of a plan, by its kind. Small, serialisable; what leads back over it is one too. */
export type SingleEdit =
  | Accept
  | AddSystem
  | Arrange
  | Begin
  | ChangeSystem
  | Create
  | Describe
  | Move
  | NoteFound
  | RecordStep
  | Remark
  | Remove
  | RemoveSystem
  | Resize
  | Restore
  | SetActive
  | SetContainer
  | SetLoader
  | SetMachine
  | SetSlot
  | SetStart
  | SetTarget
  | Tick
  | Treat
  | WishFor;

type KindName = SingleEdit['kind'];
type EditFor<K extends KindName> = Extract<SingleEdit, { readonly kind: K }>;

/** What is known of each kind. A kind of edit is a file and a line here; the compiler asks for the rest. */
const KINDS = {
  accept,
  'add-system': addSystem,
  arrange,
  begin,
  'change-system': changeSystem,
  create,
  describe,
  move,
  'note-found': noteFound,
  record: recordStep,
  remark,
  remove,
  'remove-system': removeSystem,
  resize,
  restore,
  'set-active': setActive,
  'set-container': setContainer,
  'set-loader': setLoader,
  'set-machine': setMachine,
  'set-slot': setSlot,
  'set-start': setStart,
  'set-target': setTarget,
  tick,
  treat,
  'wish-for': wishFor,
} satisfies { readonly [K in KindName]: EditKind<EditFor<K>, SingleEdit> };

/** Shapes of all kinds. */
export const SHAPES = Object.values(KINDS).map(({ schema }) => schema);

export function kindOf(edit: SingleEdit): EditKind<SingleEdit, SingleEdit> {
  // Each kind is asked of its own edits only.
  return KINDS[edit.kind] as unknown as EditKind<SingleEdit, SingleEdit>;
}
