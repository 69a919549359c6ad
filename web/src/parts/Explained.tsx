import { Tooltip } from '@mantine/core';
import { Glossary, type Piece, type TermCode } from '@rhizotome/core';
import {
  createContext,
  use,
  useId,
  useLayoutEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { catalogue } from '../words/say.js';
import classes from './Explained.module.css';

const glossary = new Glossary(catalogue);

/** Which sentence of a screen explains which term: the one that asked first. */
class ExplainedTerms {
  private readonly owners = new Map<TermCode, string>();
  private readonly owned = new Map<string, ReadonlySet<TermCode>>();
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  of = (sentence: string): ReadonlySet<TermCode> => this.owned.get(sentence) ?? NONE;

  claim(sentence: string, terms: readonly TermCode[]): void {
    const free = terms.filter((code) => !this.owners.has(code));
    if (free.length === 0) return;
    for (const code of free) this.owners.set(code, sentence);
    this.owned.set(sentence, new Set(free));
    for (const listener of this.listeners) listener();
  }

  release(sentence: string): void {
    for (const code of this.of(sentence)) this.owners.delete(code);
    this.owned.delete(sentence);
  }
}

const NONE: ReadonlySet<TermCode> = new Set();
const ExplainedContext = createContext(new ExplainedTerms());

/** A screen on which each term is explained where it stands first. */
export function ExplainedScreen({ children }: { children: ReactNode }) {
  const [terms] = useState(() => new ExplainedTerms());
  return <ExplainedContext value={terms}>{children}</ExplainedContext>;
}

/** A sentence in which trade terms are explained on hover, focus or tap: each once on a screen. */
export function Explained({ children: text }: { children: string }) {
  const sentence = useId();
  const terms = use(ExplainedContext);
  const pieces = useMemo(() => glossary.piecesOf(text), [text]);
  const mine = useSyncExternalStore(terms.subscribe, () => terms.of(sentence));
  // Effects run in the order of the page, so the first to ask is the first to be read.
  useLayoutEffect(() => {
    terms.claim(
      sentence,
      pieces.flatMap(({ term }) => (term ? [term.code] : [])),
    );
    return () => terms.release(sentence);
  }, [terms, sentence, pieces]);
  return <>{firstOfEach(pieces, mine).map(shown)}</>;
}

/** Only the first stretch of each term keeps it. */
function firstOfEach(pieces: readonly Piece[], mine: ReadonlySet<TermCode>): readonly Piece[] {
  const left = new Set(mine);
  return pieces.map((piece) => (piece.term && left.delete(piece.term.code) ? piece : { text: piece.text }));
}

const shown = ({ text, term }: Piece, i: number) =>
  term ? (
    <Term key={i} means={term.means}>
      {text}
    </Term>
  ) : (
    text
  );

function Term({ means, children }: { means: string; children: string }) {
  return (
    <Tooltip
      label={means}
      multiline
      w={300}
      openDelay={150}
      events={{ hover: true, focus: true, touch: true }}
    >
      <dfn tabIndex={0} className={classes.term}>
        {children}
      </dfn>
    </Tooltip>
  );
}
