import fc from 'fast-check';
import { english } from '../words/index.js';
import { Glossary } from './index.js';

const glossary = new Glossary(english);
const terms = (text: string) =>
  glossary
    .piecesOf(text)
    .filter(({ term }) => term)
    .map(({ text: spelled, term }) => [spelled, term!.code]);

test.each([
  ['The EFI system partition is shared.', [['EFI system partition', 'term.efi']]],
  [
    'Boot order and boot entries',
    [
      ['Boot order', 'term.boot-order'],
      ['boot entries', 'term.boot-entry'],
    ],
  ],
  ['GPTs, mounted at /swap, rooted', []],
  ['“swap” grows', [['swap', 'term.swap']]],
  [
    'Logical or primary?',
    [
      ['Logical', 'term.logical'],
      ['primary', 'term.primary'],
    ],
  ],
])('%s', (text, found) => expect(terms(text)).toEqual(found));

test('no text is changed by being parted', () =>
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.string(), fc.constantFrom(...glossary.terms.flatMap((t) => t.names)))),
      (words) => {
        const text = words.join(' ');
        expect(
          glossary
            .piecesOf(text)
            .map((piece) => piece.text)
            .join(''),
        ).toBe(text);
      },
    ),
  ));

test('terms are listed by name, each with a spelling of its own', () => {
  const names = glossary.terms.flatMap((term) => term.names.map((name) => name.toLowerCase()));
  expect(new Set(names).size).toBe(names.length);
  const [listed] = [glossary.termsIn('UEFI, swap and GPT').map((term) => term.names[0])];
  expect(listed).toEqual(['GPT', 'swap', 'UEFI']);
});
