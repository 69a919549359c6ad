import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MARK, pseudoLanguage } from '@rhizotome/core';
import { english } from './en/index.js';

const SOURCES = join(__dirname, '..');
const code = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.tsx?$/.test(file) && !file.startsWith('words'))
  .map((file) => readFileSync(join(SOURCES, file), 'utf8'))
  .join('\n');

/** Keys that the code puts together, by what they begin with. */
const TOGETHER = [...code.matchAll(/`([a-z-]+\.[a-z-]*)\$\{/g)].map((found) => found[1]!);

test('every sentence of the app is said somewhere', () => {
  const silent = Object.keys(english).filter(
    (key) => !code.includes(`'${key}'`) && !TOGETHER.some((begin) => key.startsWith(begin)),
  );
  expect(silent).toEqual([]);
});

test('in a made-up language every sentence is marked', () => {
  const pseudo = pseudoLanguage(english);
  expect(pseudo['machines.machines']()).toMatch(new RegExp(`^${MARK}Má`));
  expect(pseudo['machines.was-deleted']('knot')).toContain('k');
});
