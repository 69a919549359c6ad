import type { Comments } from '../survey/index.js';
import { sectorsToHold, type Sectors } from '../quantity/index.js';
import type { Line, NotationError, Text } from './lines.js';
import { message } from '../words/index.js';

/** Remarks after the last line stand at this. */
export const END = 'end';

/** Puts a line of the text together with the remarks that stand at `anchor`. */
export function withRemarks(comments: Comments | undefined, anchor: string, line: string): string[] {
  const { before = [], behind } = comments?.[anchor] ?? {};
  return [...before.map(remark), behind === undefined ? line : `${line}  ${remark(behind)}`];
}

export function remark(text: string): string {
  return text === '' ? '#' : `# ${text}`;
}

/** Collects the remarks of lines as they are read, and where in the text each thing is told. */
export class Remarks {
  readonly lines = new Map<string, number>();
  /** What was taken otherwise than it is written, and where. */
  readonly rounded: NotationError[] = [];
  private readonly found: Record<string, { before?: readonly string[]; behind?: string }> = {};

  keep(anchor: string, { before, behind, line }: Pick<Line, 'before' | 'behind' | 'line'>): void {
    if (!this.lines.has(anchor)) this.lines.set(anchor, line);
    if (before.length === 0 && behind === undefined) return;
    this.found[anchor] = {
      ...(before.length > 0 ? { before } : {}),
      ...(behind === undefined ? {} : { behind }),
    };
  }

  /** The whole sectors that hold a size; where it is none, that is said. */
  wholeSectors(text: Text, size: number, sectorBytes: number): Sectors {
    const length = sectorsToHold(size, sectorBytes);
    if (size % sectorBytes !== 0)
      this.rounded.push({
        line: text.line,
        column: text.column,
        length: Math.max(1, text.text.length),
        says: message('text.rounded', { bytes: size, sectorBytes, taken: length * sectorBytes }),
      });
    return length;
  }

  /** `undefined` where there is none. */
  all(): Comments | undefined {
    return Object.keys(this.found).length > 0 ? this.found : undefined;
  }
}
