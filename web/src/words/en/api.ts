/** What is said under api. */
export const api = {
  'api.server-does-not-answer': () => 'The server does not answer.',
};
