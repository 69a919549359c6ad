import { Tooltip } from '@mantine/core';
import { Glossary, type Piece, type TermCode } from '@rhizotome/core';
import { createContext, use, useLayoutEffect, useMemo, useState, type ReactNode } from 'react';
import { catalogue } from '../words/say.js';
import classes from './Explained.module.css';

const glossary = new Glossary(catalogue);

/** Which terms a screen explains already. */
const ExplainedContext = createContext<Set<TermCode> | null>(null);

/** A screen on which each term is explained where it stands first. */
export function ExplainedScreen({ children }: { children: ReactNode }) {
  const [explained] = useState(() => new Set<TermCode>());
  return <ExplainedContext value={explained}>{children}</ExplainedContext>;
}

/** A sentence in which trade terms are explained on hover, focus or tap: each once on a screen. */
export function Explained({ children: text }: { children: string }) {
  const explained = use(ExplainedContext);
  const pieces = useMemo(() => glossary.piecesOf(text), [text]);
  const [mine, setMine] = useState<ReadonlySet<TermCode>>(NONE);
  // Effects run in the order of the page, so the first to ask is the first to be read.
  useLayoutEffect(() => {
    const free = pieces.flatMap(({ term }) => (term && !explained?.has(term.code) ? [term.code] : []));
    if (free.length === 0 || !explained) return;
    const taken = new Set(free);
    for (const code of taken) explained.add(code);
    setMine(taken);
    return () => {
      for (const code of taken) explained.delete(code);
    };
  }, [explained, pieces]);
  return <>{firstOfEach(pieces, mine).map(shown)}</>;
}

const NONE: ReadonlySet<TermCode> = new Set();

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
