import { readFaults } from './en/reading.js';
import type { bases } from './en/bases.js';
import { shapeFaults } from './en/shape.js';
import type { Message } from './message.js';

/** Why bytes were not read: a code that is kept with a volume, so that none may change its meaning. */
export type ReadFaultCode = keyof typeof readFaults;
export type ReadFaultSays = Message<ReadFaultCode>;

export const isReadFaultCode = (code: string): code is ReadFaultCode => Object.hasOwn(readFaults, code);

/** Sentences without values: what a refinement of a schema gives as its message. */
export type ShapeCode = {
  [C in keyof typeof shapeFaults]: (typeof shapeFaults)[C] extends () => string ? C : never;
}[keyof typeof shapeFaults];

export const isShapeCode = (code: string): code is ShapeCode => Object.hasOwn(shapeFaults, code);

/** Which rule: each says what it rests on. */
export type RuleId = keyof typeof bases extends `basis.${infer Id}` ? Id : never;
