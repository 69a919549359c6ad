/** Where the server does not answer. */
export const api = {
  'api.server-does-not-answer': () => 'The server does not answer.',
};
