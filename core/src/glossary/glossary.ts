import { english, type Catalogue, type Code } from '../words/index.js';

export type TermCode = Extract<Code, `term.${string}`>;

export interface Term {
  readonly code: TermCode;
  /** Its spellings; the first is how it is listed. */
  readonly names: readonly string[];
  readonly means: string;
}

/** A stretch of a text; with a term, what it is a spelling of. */
export interface Piece {
  readonly text: string;
  readonly term?: Term;
}

const CODES = Object.keys(english).filter((code): code is TermCode => code.startsWith('term.'));

/** The trade terms of one language, to be found in its sentences. */
export class Glossary {
  /** In the order of their names. */
  readonly terms: readonly Term[];
  private readonly bySpelling = new Map<string, Term>();
  private readonly spellings: RegExp;

  constructor(catalogue: Catalogue) {
    this.terms = CODES.map((code) => ({ code, ...catalogue[code]() })).sort((a, b) =>
      a.names[0]!.localeCompare(b.names[0]!),
    );
    for (const term of this.terms) for (const name of term.names) this.bySpelling.set(keyOf(name), term);
    // The longer first: “boot order” is not “boot”.
    const names = this.terms.flatMap((term) => term.names).sort((a, b) => b.length - a.length);
    this.spellings = new RegExp(
      `(?<![\\p{L}\\p{N}/])(?:${names.map(pattern).join('|')})(?![\\p{L}\\p{N}])`,
      'gu',
    );
  }

  /** A text, parted at the terms in it. Joined again the pieces are the text. */
  piecesOf(text: string): readonly Piece[] {
    const pieces: Piece[] = [];
    let from = 0;
    for (const match of text.matchAll(this.spellings)) {
      const [spelled] = match;
      if (match.index > from) pieces.push({ text: text.slice(from, match.index) });
      pieces.push({ text: spelled, term: this.bySpelling.get(keyOf(spelled))! });
      from = match.index + spelled.length;
    }
    if (from < text.length || pieces.length === 0) pieces.push({ text: text.slice(from) });
    return pieces;
  }

  /** The terms that a text uses, in the order of their names. */
  termsIn(text: string): readonly Term[] {
    const used = new Set(this.piecesOf(text).map(({ term }) => term));
    return this.terms.filter((term) => used.has(term));
  }
}

/** A term at the beginning of a sentence has a capital. */
function pattern(name: string): string {
  const [first = '', rest] = [name.charAt(0), name.slice(1)];
  const begins = first === first.toUpperCase() ? escaped(first) : `[${first}${first.toUpperCase()}]`;
  return begins + escaped(rest);
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const keyOf = (name: string) => name.toLowerCase();
