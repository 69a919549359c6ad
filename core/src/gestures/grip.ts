import type { Sectors } from '../quantity/index.js';
import type { PartitionId } from '../plan/index.js';

/**
 * A place at which the plan can be taken hold of: an end of a partition, the border of two neighbours, or the whole of a
 * partition (`body`, at its start).
 */
export type Grip =
  | { readonly kind: 'start' | 'end' | 'body'; readonly partition: PartitionId; readonly at: Sectors }
  | {
      readonly kind: 'border';
      readonly left: PartitionId;
      readonly right: PartitionId;
      readonly at: Sectors;
    };
