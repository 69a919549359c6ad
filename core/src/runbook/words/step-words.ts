/** What a step says to the person who carries it out. Plain text, one sentence an item. */
export interface StepWords {
  readonly title: string;
  /** What to do. */
  readonly actions: readonly string[];
  /** What must be true before going on. */
  readonly checks: readonly string[];
  /** The mistake that is made here. */
  readonly beware: string | null;
  /** What is lost if power fails while it runs. */
  readonly exposure: string | null;
}

export const words = (
  title: string,
  actions: readonly string[],
  checks: readonly string[],
  more: { beware?: string; exposure?: string | undefined } = {},
): StepWords => ({ title, actions, checks, beware: more.beware ?? null, exposure: more.exposure ?? null });
