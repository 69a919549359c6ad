import type { ByteSource, Stretch } from '../bytes/index.js';

/** A disk that is known everywhere: these stretches, later ones over earlier, and zeros elsewhere. */
export function zeroed(sizeBytes: number, stretches: readonly Stretch[]): ByteSource {
  return {
    sizeBytes,
    read: (offset, length) => {
      if (offset < 0 || length < 0 || offset + length > sizeBytes) return undefined;
      const whole = new Uint8Array(length);
      for (const s of stretches) {
        const from = Math.max(offset, s.offset);
        const to = Math.min(offset + length, s.offset + s.bytes.length);
        if (from < to) whole.set(s.bytes.subarray(from - s.offset, to - s.offset), from - offset);
      }
      return whole;
    },
  };
}
