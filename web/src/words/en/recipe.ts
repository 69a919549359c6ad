import { count } from '@rhizotome/core';

/** What is said of one recipe for many machines. */
export const recipe = {
  'recipe.what': () =>
    'Say once what every machine gets. It is worked out for each disk by itself; nothing changes before you apply it.',
  'recipe.text': () => 'The recipe',
  'recipe.check': () => 'Check all machines',
  'recipe.stop': () => 'Stop',
  'recipe.progress': (done: number, of: number) => `${done} of ${count(of, 'machine')}`,
  'recipe.line': (line: number, column: number, why: string) => `Line ${line}, column ${column}: ${why}`,
  'recipe.machine': () => 'Machine',
  'recipe.result': () => 'What it becomes',
  'recipe.restarts': () => 'Restarts',
  'recipe.choose': (name: string) => `Apply it to ${name}`,
  'recipe.no-plan': () => 'It has no reading of its disk yet.',
  'recipe.failed': (why: string) => `It could not be worked out: ${why}`,
  'recipe.apply': (machines: number) => `Apply it to ${count(machines, 'machine')}`,
  'recipe.applied': () => 'Applied.',
  'recipe.not-applied': (why: string) => `Not applied: ${why}`,
  'recipe.zip': () => 'Save all runbooks as a zip',
  'recipe.print': () => 'Print this page',
  'recipe.none': () => 'There are no machines yet.',
  'recipe.bench': () => 'Machines',
  'recipe.use-wishes': () => 'Use these wishes for other machines',
} as const;
