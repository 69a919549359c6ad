import { EXCHANGE } from '@rhizotome/core';
import { answerWith } from '../testing/answer.js';
import { api, OtherVersion } from './client.js';

const answer = (status: number, version: string | null, body: unknown = { code: 'busy' }) =>
  jest.spyOn(globalThis, 'fetch').mockResolvedValue(answerWith(status, body, version));

afterEach(() => jest.restoreAllMocks());

test.each([200, 400, 409, 422])('an answer %i of a server of another version is not used', async (status) => {
  for (const version of [null, '1', `${EXCHANGE}0`]) {
    answer(status, version);
    await expect(api.open('m')).rejects.toBeInstanceOf(OtherVersion);
  }
});

test.each([502, 503, 504])('what stands between may say %i without a version', async (status) => {
  answer(status, null);
  await expect(api.open('m')).rejects.toMatchObject({ status, code: 'busy' });
});

test('an answer of this version is used', async () => {
  answer(200, EXCHANGE, { id: 'm' });
  expect(await api.open('m')).toEqual({ id: 'm' });
});
