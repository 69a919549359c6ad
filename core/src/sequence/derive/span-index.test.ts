import fc from 'fast-check';
import { overlap, type Span } from '../../layout/index.js';
import { sectors } from '../../quantity/index.js';
import { SpanIndex } from './span-index.js';

const anySpan = fc
  .record({ start: fc.nat(60), length: fc.integer({ min: 1, max: 20 }) })
  .map(({ start, length }): Span => ({ start: sectors(start), length: sectors(length) }));

test('it finds those that overlap, and no others, in the order in which they were given', () =>
  fc.assert(
    fc.property(fc.array(fc.option(anySpan)), anySpan, (spans, asked) => {
      const index = new SpanIndex(spans, (span) => span);
      expect(index.overlapping(asked)).toEqual(spans.filter((span) => span && overlap(span, asked)));
    }),
  ));
