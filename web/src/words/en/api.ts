/** Where the server does not answer. */
export const api = {
  'api.other-version': () => 'The server is of another version than this page. Reload the page.',
  'api.server-does-not-answer': () => 'The server does not answer.',
};
