import { message, type Phrase } from '../words/index.js';

/** Something wrong with a text: 1-based line and column, and how many characters it concerns. */
export interface NotationError {
  readonly line: number;
  readonly column: number;
  readonly length: number;
  /** What is wrong. */
  readonly says: Phrase;
}

/** Thrown inside this folder only; the public functions return it as a value. */
export class NotationFault extends Error {
  constructor(readonly error: NotationError) {
    super(error.says.code);
  }
}

/** A stretch of one line. */
export class Text {
  constructor(
    readonly line: number,
    readonly column: number,
    readonly text: string,
  ) {}

  fault(says: Phrase, at = 0, length = Math.max(1, this.text.length - at)): never {
    throw new NotationFault({ line: this.line, column: this.column + at, length, says });
  }

  /** Without the first `count` characters and the blanks that follow them. */
  from(count: number): Text {
    const rest = this.text.slice(count);
    const blanks = rest.length - rest.trimStart().length;
    return new Text(this.line, this.column + count + blanks, rest.trim());
  }

  /** The first `count` characters. */
  head(count: number): Text {
    return new Text(this.line, this.column, this.text.slice(0, count).trimEnd());
  }

  /** What follows `key`, or `undefined` where the text does not begin with it. */
  after(key: string): Text | undefined {
    const head = this.text.slice(0, key.length).toLowerCase();
    const next = this.text[key.length];
    return head === key && (next === undefined || /[\s"]/.test(next)) ? this.from(key.length) : undefined;
  }
}

/** One line that says something: its fields, and the remarks that stand at it. */
export interface Line {
  readonly line: number;
  /** How many `>` it begins with. */
  readonly depth: number;
  readonly fields: readonly Text[];
  readonly before: readonly string[];
  readonly behind: string | undefined;
}

export interface Lines {
  readonly lines: readonly Line[];
  /** Remarks after the last line. */
  readonly end: readonly string[];
}

const MOST_CHARACTERS = 2 * 1024 * 1024;
const MOST_LINES = 20_000;

/** A text as lines of fields. Fields are parted by commas, remarks begin with `#`; neither counts within quotes, commas not within parentheses. */
export function linesOf(text: string): Lines {
  if (text.length > MOST_CHARACTERS) new Text(1, 1, '').fault(message('text.too-long'));
  const raw = text.split(/\r\n|\n|\r/);
  if (raw.length > MOST_LINES)
    new Text(MOST_LINES, 1, '').fault(message('text.too-many-lines', { most: MOST_LINES }));
  const lines: Line[] = [];
  let before: string[] = [];
  for (const [i, content] of raw.entries()) {
    const { body, remark } = splitRemark(content);
    const lead = /^\s*>*/.exec(body)![0];
    const depth = lead.trim().length;
    const fields = fieldsOf(body, lead.length, i + 1);
    if (fields.length > 0) {
      lines.push({ line: i + 1, depth, fields, before, behind: remark });
      before = [];
    } else if (remark !== undefined) before.push(remark);
  }
  return { lines, end: before };
}

function splitRemark(content: string): { body: string; remark: string | undefined } {
  let quoted = false;
  for (let i = 0; i < content.length; i++) {
    if (quoted && content[i] === '\\') i += 1;
    else if (content[i] === '"') quoted = !quoted;
    else if (content[i] === '#' && !quoted)
      return { body: content.slice(0, i), remark: content.slice(i + 1).trim() };
  }
  return { body: content, remark: undefined };
}

function fieldsOf(body: string, from: number, line: number): Text[] {
  if (body.slice(from).trim() === '') return [];
  const fields: Text[] = [];
  let start = from;
  let quoted = false;
  let depth = 0;
  const push = (end: number) => fields.push(new Text(line, start + 1, body.slice(start, end)).from(0));
  for (let i = from; i < body.length; i++) {
    const c = body[i]!;
    if (quoted && c === '\\') i += 1;
    else if (c === '"') quoted = !quoted;
    else if (quoted) continue;
    else if (c === '(') depth += 1;
    else if (c === ')') depth -= 1;
    else if (c === ',' && depth <= 0) {
      push(i);
      start = i + 1;
    }
  }
  if (quoted) new Text(line, body.lastIndexOf('"') + 1, '"').fault(message('text.quote-open'));
  push(body.length);
  const empty = fields.find((field) => field.text === '');
  if (empty) empty.fault(message('text.comma'));
  return fields;
}

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r', '"': '"', '\\': '\\' };

/** What can stand as a text of one word without quotation marks. */
const BARE = /[^\s"]+/y;

/** The strings in a text such as `"a b" c`, unescaped: one of a single word needs no quotation marks. */
export function stringsIn(text: Text): string[] {
  const strings: string[] = [];
  let at = 0;
  while (at < text.text.length) {
    if (text.text[at] !== '"') {
      BARE.lastIndex = at;
      const word = BARE.exec(text.text)![0];
      strings.push(word);
      at += word.length;
      while (text.text[at] === ' ' || text.text[at] === '\t') at += 1;
      continue;
    }
    let value = '';
    let i = at + 1;
    for (; i < text.text.length && text.text[i] !== '"'; i++) {
      if (text.text[i] !== '\\') value += text.text[i]!;
      else {
        i += 1;
        value += ESCAPES[text.text[i] ?? ''] ?? text.fault(message('text.backslash'), i, 1);
      }
    }
    strings.push(value);
    at = i + 1;
    while (text.text[at] === ' ' || text.text[at] === '\t') at += 1;
  }
  return strings;
}

/** Text in quotation marks. */
export function quoted(text: string): string {
  const escaped = text
    .replace(/[\\"]/g, '\\$&')
    .replaceAll('\n', '\\n')
    .replaceAll('\t', '\\t')
    .replaceAll('\r', '\\r');
  return `"${escaped}"`;
}
