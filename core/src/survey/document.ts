import { z } from 'zod';
import { MIB, sectors } from '../quantity/index.js';
import { damageSays } from '../table/index.js';
import { VolumeSchema } from '../volume/index.js';
import { gapsOf } from './gaps.js';
import { refuse, type SurveyOutcome } from './outcome.js';
import { CommentsSchema, SOURCE_KINDS, SurveySchema, type Survey, type SurveyPartition } from './survey.js';
import { issueSays, pathOf } from '../schema/index.js';
import { inEnglish, message, type Phrase } from '../words/index.js';

/** Gaps below this are the table's own affair. */
const LEAST_GAP_BYTES = MIB;

/**
 * A survey as it is given away: version 2 of `rhizotome/survey`. Spans are `start` and `sectors` in logical sectors,
 * sizes in bytes. What is not known is absent. `text` of a damage and `gaps` are for the reader and worked out anew.
 */
const DocumentSchema = z.strictObject({
  format: z.literal('rhizotome/survey'),
  version: z.literal(2),
  id: z.string().min(1).max(64),
  takenAt: z.iso.datetime(),
  source: z.strictObject({
    kind: z.enum(SOURCE_KINDS),
    files: z.array(z.string().max(255)).max(4).optional(),
  }),
  disk: z.strictObject({
    sizeBytes: z.int().positive(),
    sectorBytes: z.union([z.literal(512), z.literal(4096)]),
    style: z.enum(['gpt', 'mbr', 'none']),
    tableId: z.string().max(64).optional(),
    bootCode: z.boolean().optional(),
    firstUsable: z.int().nonnegative(),
    usableEnd: z.int().nonnegative(),
    device: z.string().max(64).optional(),
    model: z.string().max(80).optional(),
    bareVolume: VolumeSchema.optional(),
  }),
  damage: z.array(z.looseObject({ id: z.string(), text: z.string() })).max(512),
  partitions: z.array(
    z.strictObject({
      number: z.int().positive(),
      start: z.int().nonnegative(),
      sectors: z.int().nonnegative(),
      type: z.string().max(40).optional(),
      uuid: z.string().max(64).optional(),
      name: z.string().max(72).optional(),
      active: z.boolean().optional(),
      logical: z.boolean().optional(),
      container: z.boolean().optional(),
      attributes: z
        .string()
        .regex(/^0x[0-9a-f]{16}$/)
        .optional(),
      ebrAt: z.int().nonnegative().optional(),
      volume: VolumeSchema.optional(),
    }),
  ),
  gaps: z.array(z.strictObject({ start: z.int().nonnegative(), sectors: z.int().positive() })),
  otherDisks: z.array(z.strictObject({ name: z.string(), sizeBytes: z.int().positive() })).optional(),
  safetyCopy: z.string().optional(),
  comments: CommentsSchema.optional(),
});

export type SurveyDocument = z.infer<typeof DocumentSchema>;
type DocumentPartition = SurveyDocument['partitions'][number];

/** The survey as it is given away. `documentSurvey` of it is the survey again. */
export function surveyDocument(survey: Survey): SurveyDocument {
  const { disk, containers = [], otherDisks, safetyCopy, comments } = survey;
  const { sizeSectors, ...facts } = disk;
  const isMbr = disk.style === 'mbr';
  const listed: DocumentPartition[] = [
    ...survey.partitions.map((p) => toListed(p, isMbr)),
    ...containers.map((c) => ({
      number: c.number,
      start: c.start,
      sectors: c.length,
      type: c.type,
      active: false,
      logical: false,
      container: true,
    })),
  ];
  return defined({
    format: 'rhizotome/survey',
    version: 2,
    id: survey.id,
    takenAt: survey.takenAt,
    source: { ...survey.source, ...(survey.source.files ? { files: [...survey.source.files] } : {}) },
    disk: { sizeBytes: sizeSectors * disk.sectorBytes, ...facts },
    damage: survey.damage.map((d) => ({ ...d, text: inEnglish(damageSays(d)) })),
    partitions: listed.sort((a, b) => a.start - b.start || a.number - b.number),
    gaps: gapsOf(survey, LEAST_GAP_BYTES).map((g) => ({ start: g.start, sectors: g.length })),
    otherDisks: otherDisks && [...otherDisks],
    safetyCopy,
    comments,
  }) as SurveyDocument;
}

/** Empty content is an absent fact, not a kind of volume. */
function toListed(p: SurveyPartition, isMbr: boolean): DocumentPartition {
  return defined({
    number: p.number,
    start: p.start,
    sectors: p.length,
    type: p.type,
    uuid: p.uuid,
    name: p.name,
    active: isMbr ? (p.active ?? false) : p.active,
    logical: isMbr ? (p.logical ?? false) : undefined,
    attributes: p.attributes === undefined ? undefined : `0x${p.attributes}`,
    ebrAt: p.ebrAt,
    volume: p.volume?.kind === 'none' ? undefined : p.volume,
  });
}

function defined<T extends object>(object: T): T {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined)) as T;
}

/** The survey in a document of either version, or what is wrong with it and where. */
export function documentSurvey(document: unknown): SurveyOutcome {
  const stored = SurveySchema.safeParse(document);
  if (stored.success) return { ok: true, survey: stored.data };
  const parsed = DocumentSchema.safeParse(document);
  if (!parsed.success) return refuse(inWords(parsed.error.issues, document));
  const { sizeBytes, ...facts } = parsed.data.disk;
  const { partitions, damage, source, gaps: _gaps, version: _version, ...rest } = parsed.data;
  const listed = {
    ...rest,
    version: 1,
    source,
    disk: { ...facts, sizeSectors: Math.floor(sizeBytes / facts.sectorBytes) },
    damage: damage.map(({ text: _text, ...facts }) => facts),
    partitions: partitions.filter((p) => !p.container).map(fromListed),
    ...containersOf(partitions),
  };
  const survey = SurveySchema.safeParse(listed);
  return survey.success ? { ok: true, survey: survey.data } : refuse(inWords(survey.error.issues, listed));
}

function fromListed({
  sectors: length,
  attributes,
  logical,
  container: _c,
  active,
  ...p
}: DocumentPartition) {
  return {
    id: `found-${p.number}`,
    ...p,
    length: sectors(length),
    ...(active === undefined ? {} : { active }),
    ...(attributes === undefined ? {} : { attributes: attributes.slice(2) }),
    ...(logical ? { logical } : {}),
  };
}

function containersOf(partitions: readonly DocumentPartition[]) {
  const containers = partitions
    .filter((p) => p.container)
    .map(({ number, start, sectors: length, type = '0x05' }) => ({ number, start, length, type }));
  return containers.length > 0 ? { containers } : {};
}

function inWords(issues: readonly z.core.$ZodIssue[], document: unknown): Phrase {
  const problems = issues
    .slice(0, 3)
    .map((issue) => message('shape.at', { path: pathOf(issue), problem: issueSays(issue, document) }));
  return message('survey.shape', { problems });
}
