import base from './jest.config.mjs';

export default { ...base, testMatch: ['**/*.shot.ts'], testTimeout: 30000 };
