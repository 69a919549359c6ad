import type { Message, Phrase } from '../words/index.js';
import type { Edit } from '../edits/index.js';

/** Something that can be done with a part at a press. */
export interface Verb {
  readonly id:
    | 'keep'
    | 'format'
    | 'delete'
    | 'undelete'
    | 'fill'
    | 'halve'
    | 'to-start'
    | 'to-end'
    | 'trade-previous'
    | 'trade-next'
    | 'as-found'
    | 'split-home'
    | 'share-out'
    | 'close'
    | `give:${string}`;
  readonly title: Phrase | Message<'verb.give' | 'verb.share-out' | 'verb.close'>;
  readonly edit: Edit;
}
