/**
 * A runbook as a tree, in the words of one language: what stands where, and nothing of how a screen, a page or a text shows it. Every
 * text stands as it is read; who shows it escapes it.
 */
export type Block =
  | Section
  | StepBlock
  | FindBlock
  | TextBlock
  | ListBlock
  | TypedBlock
  | TableBlock
  | DrawingBlock
  | TermsBlock;

/** `sheet` begins a page of its own, to be kept beside the machine. `flows` does not. */
export interface Section {
  readonly is: 'section';
  readonly kind: 'cover' | 'phase' | 'sheet' | 'flows' | 'terms' | 'part';
  readonly head: string | null;
  /** Beside the head: that the machine is restarted. */
  readonly mark: string | null;
  readonly blocks: readonly Block[];
}

export interface StepBlock {
  readonly is: 'step';
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly time: string | null;
  readonly done: boolean;
  readonly blocks: readonly Block[];
}

/** What belongs to a phase and is no step of it. */
export interface FindBlock {
  readonly is: 'find';
  readonly title: string;
  readonly blocks: readonly Block[];
}

export type Tone = 'plain' | 'note' | 'guard' | 'danger' | 'error';

export interface TextBlock {
  readonly is: 'text';
  readonly tone: Tone;
  readonly head: string | null;
  readonly text: string;
}

/** `box`: framed, since nothing may be begun before it is read. */
export interface ListBlock {
  readonly is: 'list';
  readonly tone: 'plain' | 'check' | 'ordered' | 'box' | 'soft-box';
  readonly head: string | null;
  readonly items: readonly string[];
}

/** Lines as they are typed or written into a file. */
export interface TypedBlock {
  readonly is: 'typed';
  readonly lines: readonly string[];
}

export interface TableBlock {
  readonly is: 'table';
  /** Of one that can be folded away where there is a screen, with what is said of it. */
  readonly head: string | null;
  readonly about: string | null;
  readonly heads: readonly string[];
  readonly rows: readonly { readonly cells: readonly string[]; readonly marks: readonly string[] }[];
}

/** A section drawing, as an SVG; a text has none. */
export interface DrawingBlock {
  readonly is: 'drawing';
  readonly beside: boolean;
  readonly svg: string;
}

export interface TermsBlock {
  readonly is: 'terms';
  readonly terms: readonly { readonly name: string; readonly means: string }[];
}
