import * as core from '@rhizotome/core';
import type { Evidence, Planned, Role, SurveyPartition, VolumeKind } from '@rhizotome/core';
import { text } from './say.js';

/** What a planned partition is called in the language of this window. */
export const partitionTitle = (of: Parameters<typeof core.partitionTitle>[0]): string =>
  text(core.partitionTitle(of));

/** What a surveyed partition is called. */
export const foundTitle = (planned: Planned, found: SurveyPartition): string =>
  text(core.foundTitle(planned, found));

/** What a role is called, by itself and within a sentence. */
export const roleName = (role: Role): string => text(core.roleName(role));
export const roleInSentence = (role: Role): string => text(core.roleInSentence(role));

/** What a kind of content is called. */
export const volumeName = (kind: VolumeKind): string => text(core.volumeName(kind));

/** Where a figure comes from. */
export const evidenceName = (evidence: Evidence): string => text(core.evidenceName(evidence));
