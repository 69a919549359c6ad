import { ObservedBytes, type ByteSource, type Stretch } from '../bytes/index.js';

/** Keeps what is read of a disk, each byte once, so that it can be given away or read again. */
export class Recorder {
  private kept: Stretch[] = [];
  readonly source: ByteSource;

  constructor(parent: ByteSource) {
    this.source = new ObservedBytes(parent, (offset, bytes) => {
      this.kept.push({ offset, bytes: Uint8Array.from(bytes) });
    });
  }

  /** In disk order, disjoint, joined where they touch. */
  stretches(): readonly Stretch[] {
    return joinStretches(this.kept);
  }
}

/** Stretches in disk order, disjoint, those that touch or overlap made one. */
export function joinStretches(stretches: readonly Stretch[]): Stretch[] {
  const sorted = [...stretches].sort((a, b) => a.offset - b.offset || b.bytes.length - a.bytes.length);
  const runs: { offset: number; end: number; pieces: Stretch[] }[] = [];
  for (const piece of sorted) {
    const last = runs.at(-1);
    const end = piece.offset + piece.bytes.length;
    if (!last || piece.offset > last.end) runs.push({ offset: piece.offset, end, pieces: [piece] });
    else if (end > last.end) {
      last.pieces.push(piece);
      last.end = end;
    }
  }
  return runs.map(({ offset, end, pieces }) => {
    if (pieces.length === 1) return pieces[0]!;
    const bytes = new Uint8Array(end - offset);
    for (const piece of pieces) bytes.set(piece.bytes, piece.offset - offset);
    return { offset, bytes };
  });
}
