import { z } from 'zod';
import { english, type Code, type Message, type ShapeCode } from '../words/index.js';

type EditCode = Extract<Code, `edit.${string}`>;

/** What an edit does, in a few words. */
export type EditSays = Message<EditCode>;

const MOST = { chars: 300, items: 64 } as const;
const phrase = z.strictObject({ code: z.string().max(60), with: z.null() });
const said = z.union([z.string().max(MOST.chars), z.number(), z.boolean()]);
const isEditCode = (code: string): code is EditCode => code.startsWith('edit.') && code in english;

/** What a stored batch says of itself: a sentence that the catalogue knows, with plain values in it. */
export const EditSaysSchema = z
  .strictObject({
    code: z
      .string()
      .max(60)
      .refine(isEditCode, 'shape.edit-code' satisfies ShapeCode),
    with: z
      .record(z.string().max(30), z.union([said, z.array(z.union([said, phrase])).max(MOST.items), phrase]))
      .nullable(),
  })
  .transform((says) => says as EditSays);
