import { existsSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

/** What comes with a module: all that it imports, but for types and for what it asks for later. */
function comesWith(file: string, seen = new Set<string>()): Set<string> {
  if (seen.has(file)) return seen;
  seen.add(file);
  const imports = readFileSync(file, 'utf8').matchAll(
    /^(?:import|export) (?!type )[^;]*?from '(\.[^']+)\.js';/gm,
  );
  for (const [, path] of imports) {
    const source = ['.ts', '.tsx']
      .map((end) => join(file, '..', path! + end))
      .find((name) => existsSync(name));
    if (source) comesWith(source, seen);
  }
  return seen;
}

test('the first page brings its own words, and no stage of a machine', () => {
  const modules = [...comesWith(join(__dirname, 'main.tsx'))].map((file) => relative(__dirname, file));
  expect(modules).toContain('words/first-page.ts');
  expect(modules).toContain('stages/machines/MachinesPage.tsx');
  const ofMachines = /^(words\/words|words\/say\.|open\/|section\/|stages\/(?!machines\/))/;
  expect(modules.filter((file) => ofMachines.test(file))).toEqual([]);
});
