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

/**
 * A message as it is said. What stands in it was checked where the message was made; asking again, of every sentence that
 * it may be, would cost the compiler seconds a call.
 */
export interface Said<C extends Code> {
  readonly code: C;
  readonly with: unknown;
}

/** The text of a message in a language. Messages that stand in it are said in the same. */
export function sayIn<C extends Code>(catalogue: Catalogue, said: Said<C>): ReturnType<English[C]> {
  return sayPart(catalogue, said);
}

/** The same, where only a part of a catalogue is at hand: what is said has to be in it, with all that stands in that. */
export function sayPart<C extends Code>(catalogue: Part<C>, said: Said<C>): ReturnType<English[C]> {
  const speak = catalogue[said.code] as (params: unknown) => ReturnType<English[C]>;
  return speak(resolved(catalogue, said.with));
}

/** A name as it is, or the words that stand for it. */
export function textIn(catalogue: Catalogue, text: Text): string {
  return typeof text === 'string' ? text : (resolved(catalogue, text) as string);
}

/** The sentences of these codes. */
type Part<C extends Code> = { readonly [K in C]: English[K] };
type Known = Readonly<Record<string, unknown>>;

function resolved(catalogue: Known, value: unknown): unknown {
  if (Array.isArray(value)) return value.map((item) => resolved(catalogue, item));
  if (typeof value !== 'object' || value === null) return value;
  if (isMessage(catalogue, value)) return sayIn(catalogue as Catalogue, value);
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, resolved(catalogue, item)]));
}

function isMessage(catalogue: Known, value: object): value is Message {
  return 'code' in value && 'with' in value && typeof value.code === 'string' && value.code in catalogue;
}
