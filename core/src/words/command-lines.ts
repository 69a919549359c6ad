/** No printed line of a command is longer, so that none is broken by the page: A4 and Letter hold it. */
export const MOST_COLUMNS = 72;

/** How a line that is not the last one ends: in a shell (POSIX 2.2.1), and at the command prompt of a Windows. */
export type Continued = '\\' | '^';

/**
 * A command as it is printed: in lines that no page breaks, of which every one but the last ends with the mark by which it is
 * continued. So no line can be taken for a whole command; typed as they stand, they are the command.
 * Law: for a shell the lines joined at their marks give the words of the command.
 */
export function commandLines(command: string, mark: Continued = '\\', most = MOST_COLUMNS): string[] {
  if (command.length <= most) return [command];
  const lines: string[] = [];
  let line = '';
  for (const word of wordsOf(command).flatMap((w) => (mark === '\\' ? pieces(w, most - 3) : [w]))) {
    const joined = word.glued || line === '' ? `${line}${word.text}` : `${line} ${word.text}`;
    if (joined.length <= most - 2 || line === '') {
      line = joined;
      continue;
    }
    lines.push(word.glued ? `${line}${mark}` : `${line} ${mark}`);
    line = word.text;
  }
  return [...lines, line];
}

/** How a line of a file that is longer than a page holds goes on in the next; it is no character of the line. */
const GOES_ON = '↩';

/** A line that is written into a file, as it is printed: broken at blanks only, with a mark that is not typed. */
export function fileLine(line: string): string[] {
  const lines: string[] = [];
  let printed = '';
  for (const word of line.split(' ')) {
    const joined = printed === '' ? word : `${printed} ${word}`;
    if (joined.length > MOST_COLUMNS && printed !== '') {
      lines.push(`${printed} ${GOES_ON}`);
      printed = word;
    } else printed = joined;
  }
  return [...lines, printed];
}

interface Word {
  readonly text: string;
  /** Whether it goes on in the word before it, without a blank. */
  readonly glued: boolean;
}

/** At blanks that stand outside of quotes. */
function wordsOf(command: string): Word[] {
  const words: Word[] = [];
  let text = '';
  let quote = '';
  for (const c of command) {
    if (c === ' ' && quote === '') {
      words.push({ text, glued: false });
      text = '';
      continue;
    }
    if (quote === c) quote = '';
    else if (quote === '' && (c === "'" || c === '"')) quote = c;
    text += c;
  }
  return [...words, { text, glued: false }].filter((w) => w.text !== '');
}

/** A word that is longer than a line, in pieces that the shell glues together: within quotes each piece has its own. */
function pieces(word: Word, most: number): Word[] {
  if (word.text.length <= most) return [word];
  const out: Word[] = [];
  let text = '';
  let quote = '';
  for (const c of word.text) {
    if (text.length >= most - 2) {
      out.push({ text: text + quote, glued: out.length > 0 });
      text = quote;
    }
    if (quote === c) quote = '';
    else if (quote === '' && (c === "'" || c === '"')) quote = c;
    text += c;
  }
  return [...out, { text, glued: out.length > 0 }];
}
