import { message, type Phrase } from '../words/index.js';

/** A value of a property list: what `ioreg -a` prints. Dates and data are left as text. */
export type PropertyValue =
  string | number | boolean | readonly PropertyValue[] | { readonly [key: string]: PropertyValue };

/** Why a text is no property list; `at` is the place in it, 0-based. */
export class PropertyFault extends Error {
  constructor(
    readonly says: Phrase,
    readonly at: number,
  ) {
    super(says.code);
  }
}

/** Nested deeper than any registry is. */
const DEEPEST = 200;

const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/**
 * Reads a property list in its XML form: dict, array, string, integer, real, true, false, date, data.
 * @throws PropertyFault
 */
export function readPropertyList(text: string): PropertyValue {
  const reader = new Reader(text);
  reader.open('plist');
  return reader.value(0);
}

class Reader {
  private readonly tags = /<(\/?)([a-z]+)(?:\s[^<>]*)?(\/?)>/g;

  constructor(private readonly text: string) {}

  /** Goes behind the first opening tag of the name. */
  open(name: string): void {
    const from = this.text.indexOf(`<${name}`);
    const to = from < 0 ? -1 : this.text.indexOf('>', from);
    if (to < 0) throw new PropertyFault(message('ioreg.no-tag', { tag: name }), 0);
    this.tags.lastIndex = to + 1;
  }

  value(depth: number): PropertyValue {
    const { name, closing, empty } = this.tag();
    if (closing) throw this.fault(message('ioreg.no-value', { tag: name }));
    return this.valueOf(name, empty, depth);
  }

  private valueOf(name: string, empty: boolean, depth: number): PropertyValue {
    if (depth > DEEPEST) throw this.fault(message('ioreg.too-deep'));
    if (name === 'true' || name === 'false') {
      if (!empty) this.close(name);
      return name === 'true';
    }
    if (name === 'dict') return empty ? {} : this.dict(depth);
    if (name === 'array') return empty ? [] : this.array(depth);
    if (!['string', 'integer', 'real', 'date', 'data'].includes(name))
      throw this.fault(message('ioreg.not-a-value', { tag: name }));
    const content = empty ? '' : this.content(name);
    if (name !== 'integer' && name !== 'real') return content;
    const n = Number(content);
    if (content.trim() === '' || !Number.isFinite(n))
      throw this.fault(message('ioreg.not-a-number', { found: content.slice(0, 40) }));
    return n;
  }

  private dict(depth: number): PropertyValue {
    const entries: [string, PropertyValue][] = [];
    for (;;) {
      const { name, closing, empty } = this.tag();
      if (closing && name === 'dict') return Object.fromEntries(entries);
      if (closing || name !== 'key') throw this.fault(message('ioreg.no-key', { tag: name }));
      entries.push([empty ? '' : this.content('key'), this.value(depth + 1)]);
    }
  }

  private array(depth: number): PropertyValue {
    const items: PropertyValue[] = [];
    for (;;) {
      const { name, closing, empty } = this.tag();
      if (closing && name === 'array') return items;
      if (closing) throw this.fault(message('ioreg.closes-array', { tag: name }));
      items.push(this.valueOf(name, empty, depth + 1));
    }
  }

  private tag(): { readonly name: string; readonly closing: boolean; readonly empty: boolean } {
    const match = this.tags.exec(this.text);
    if (!match) throw new PropertyFault(message('ioreg.ends-early'), this.text.length);
    return { closing: match[1] === '/', name: match[2]!, empty: match[3] === '/' };
  }

  private content(name: string): string {
    const from = this.tags.lastIndex;
    const to = this.text.indexOf(`</${name}>`, from);
    if (to < 0) throw this.fault(message('ioreg.not-closed', { tag: name }));
    this.tags.lastIndex = to + name.length + 3;
    return this.text.slice(from, to).replace(/&(#x?[0-9a-f]+|[a-z]+);/gi, unescaped);
  }

  private close(name: string): void {
    const { name: found, closing } = this.tag();
    if (!closing || found !== name) throw this.fault(message('ioreg.not-closed', { tag: name }));
  }

  private fault(says: Phrase): PropertyFault {
    return new PropertyFault(says, this.tags.lastIndex);
  }
}

function unescaped(whole: string, what: string): string {
  if (!what.startsWith('#')) return ENTITIES[what] ?? whole;
  const code = what[1]?.toLowerCase() === 'x' ? parseInt(what.slice(2), 16) : Number(what.slice(1));
  return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : whole;
}
