import fc from 'fast-check';
import { fromFstabWord, fstabWord } from './fstab-word.js';

test('any text is one field of a mount table, and is read back from it', () =>
  fc.assert(
    fc.property(fc.string(), (text) => {
      expect(fstabWord(text)).not.toMatch(/[ \t\n#]/);
      expect(fromFstabWord(fstabWord(text))).toBe(text);
    }),
  ));

test('a blank is written as fstab(5) has it', () =>
  expect(fstabWord('/srv/field data')).toBe('/srv/field\\040data'));
