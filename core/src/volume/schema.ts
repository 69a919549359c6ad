import { z } from 'zod';
import { VOLUME_KINDS } from './traits/index.js';
import { VOLUME_EVIDENCE, type Volume } from './reading.js';

const text = (most: number) => z.string().max(most);
const size = z.int().nonnegative();

/** Shape only. Sizes in bytes. */
export const VolumeSchema: z.ZodType<Volume> = z.lazy(() =>
  z.strictObject({
    kind: z.enum(VOLUME_KINDS),
    variant: text(80).optional(),
    label: text(255).optional(),
    name: text(120).optional(),
    uuid: text(80).optional(),
    blockBytes: size.optional(),
    sizeBytes: size.optional(),
    usedBytes: size.optional(),
    usedEvidence: z.enum(VOLUME_EVIDENCE).optional(),
    lastUsedByte: size.optional(),
    floor: z.strictObject({ bytes: size, evidence: z.enum(VOLUME_EVIDENCE) }).optional(),
    dirty: z.boolean().optional(),
    hibernated: z.boolean().optional(),
    encrypted: z.boolean().optional(),
    mountPoint: text(255).optional(),
    contents: z
      .strictObject({
        loaders: z.array(text(255)).max(32).optional(),
        fstab: text(1_100_000).optional(),
        crypttab: text(1_100_000).optional(),
        systemName: text(80).optional(),
      })
      .optional(),
    unread: z.array(text(400)).max(8).optional(),
    inside: z.array(VolumeSchema).max(64).optional(),
  }),
);
