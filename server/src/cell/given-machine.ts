import type { GivenArchive } from '@rhizotome/core';
import type { GivenMachine } from './questions.js';

export const givenMachine = ({ archive, left }: GivenArchive): GivenMachine => ({
  name: archive.name,
  surveyIds: archive.surveys.map(({ id }) => id),
  alternatives: archive.alternatives.map(({ name, keptAt }) => ({ name, keptAt })),
  left,
});
