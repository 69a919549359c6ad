import fc from 'fast-check';
import { packText, unpackedText } from './packed-text.js';

const EDIT =
  '{"kind":"restore","partition":{"id":"found-3","from":"found-3","start":239616,"length":859832320,"treatment":"keep","role":"system","owners":["found-windows"],"fileSystem":"ntfs","label":"Station","name":"Main volume","mountPoint":""}}';

test('every text comes back, and a text that was never packed is itself', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), (text) => {
      const whole = new TextDecoder().decode(new TextEncoder().encode(text));
      expect(unpackedText(packText(whole))).toBe(whole);
      expect(unpackedText(text)).toBe(text);
    }),
  );
});

test('an edit takes a quarter of its room', () => {
  const other = EDIT.replace('found-3', 'new-17').replace('859832320', '61440').replace('Station', 'Réserve');
  expect(packText(other).length).toBeLessThan(other.length / 4);
});

test('what was packed with the first list of words is read for ever', () => {
  const kept = Uint8Array.from(atob(KEPT), (c) => c.charCodeAt(0));
  expect(unpackedText(kept)).toBe(EDIT);
});

test('what is damaged is no document, and nothing grows out of it', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
      expect(unpackedText(bytes).length).toBeLessThanOrEqual(4_000_000);
    }),
  );
  expect(unpackedText(Uint8Array.of(2, 1, 2, 3))).toBe('');
});

/** As version 1 packed it. */
const KEPT = 'AesAAACjkR+RwpR2fgS22WFtKWK8CgA=';
