import base from '../jest.config.mjs';

/** Whole journeys in Chromium against the built app. Two browsers at a time: there are two cores. */
export default {
  ...base,
  rootDir: '..',
  roots: ['<rootDir>/e2e/src'],
  testMatch: ['**/*.journey.ts'],
  testTimeout: 120_000,
  maxWorkers: 2,
};
