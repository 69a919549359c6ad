import type { z } from 'zod';

/** Fields that one of the two has and the other lacks; `never` where they have the same. */
type Unlike<A, B> = Exclude<keyof A, keyof B> | Exclude<keyof B, keyof A>;

/**
 * A schema for exactly the fields of a type. Without this a field that is added to the type as optional and forgotten
 * in its strict schema would compile, and be refused at run time. Law: the schema is given back as it is.
 */
export const exactly =
  <T>() =>
  <S extends z.ZodType<T>>(
    schema: S & ([Unlike<T, z.output<S>>] extends [never] ? unknown : { lacks: Unlike<T, z.output<S>> }),
  ): S =>
    schema;
