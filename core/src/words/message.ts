import type { English } from './en/index.js';

/** Which sentence: its key in the catalogue. */
export type Code = keyof English;

type ParamsOf<C extends Code> = Parameters<English[C]> extends [] ? null : Parameters<English[C]>[0];

/** A value that stands in a sentence; where the sentence wants text, another message may stand for it. */
type Loose<T> = T extends string
  ? string extends T
    ? T | Phrase
    : T
  : T extends readonly (infer Item)[]
    ? readonly Loose<Item>[]
    : T extends object
      ? { readonly [K in keyof T]: Loose<T[K]> }
      : T;

/** What is to be said, as data: a sentence of the catalogue and what stands in it. Plain JSON. */
export type Message<C extends Code = Code> = {
  readonly [K in C]: { readonly code: K; readonly with: Loose<ParamsOf<K>> };
}[C];

/** Codes whose text is one string, so that it can stand in another sentence. */
export type PhraseCode = {
  [C in Code]: English[C] extends (...params: never[]) => string ? C : never;
}[Code];

/** A message of one string, of whatever code; known by the catalogue when it is said. */
export interface Phrase {
  readonly code: PhraseCode;
  readonly with: unknown;
}

/** A name, or a phrase that stands for one. */
export type Text = string | Phrase;

/** The sentences of one language. English is the measure of the others. */
export type Catalogue = { readonly [C in Code]: English[C] };

/** A message. `params` is left out where its sentence takes none. */
export function message<C extends Code>(
  code: C,
  ...[params]: ParamsOf<C> extends null ? [] : [Loose<ParamsOf<C>>]
): Message<C> {
  return { code, with: params ?? null } as Message<C>;
}

/** The text of a message in a language. Messages that stand in it are said in the same. */
export function sayIn<C extends Code>(
  catalogue: Pick<Catalogue, C>,
  said: Message<C>,
): ReturnType<English[C]> {
  const speak = catalogue[said.code] as (params: unknown) => ReturnType<English[C]>;
  return speak(resolved(catalogue, said.with));
}

/** A name as it is, or the words that stand for it. */
export function textIn(catalogue: Catalogue, text: Text): string {
  return typeof text === 'string' ? text : (resolved(catalogue, text) as string);
}

/** A catalogue, or some of it: what is said needs to be in it, with all that stands in that. */
type Part = Partial<Catalogue>;

function resolved(catalogue: Part, value: unknown): unknown {
  if (Array.isArray(value)) return value.map((item) => resolved(catalogue, item));
  if (typeof value !== 'object' || value === null) return value;
  if (isMessage(catalogue, value)) return sayIn(catalogue as Catalogue, value);
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, resolved(catalogue, item)]));
}

function isMessage(catalogue: Part, value: object): value is Message {
  return 'code' in value && 'with' in value && typeof value.code === 'string' && value.code in catalogue;
}
