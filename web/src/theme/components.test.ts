import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const SOURCES = join(__dirname, '..');
const STYLES = join(__dirname, '../../../node_modules/@mantine/core/styles');

/** Names imported from the component library by any source of the app. */
function used(): string[] {
  const files = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.tsx'));
  const names = files.flatMap((file) => {
    const text = readFileSync(join(SOURCES, file), 'utf8');
    const found = [...text.matchAll(/import \{([^}]*)\} from '@mantine\/core'/g)];
    return found.flatMap(([, list = '']) => list.split(',').map((name) => name.trim().replace(/^type /, '')));
  });
  return [...new Set(names)].filter((name) => name !== '').sort();
}

test('every component that is used brings its styles', () => {
  const sheet = readFileSync(join(__dirname, 'components.css'), 'utf8');
  const styled = used().filter((name) => existsSync(join(STYLES, `${name}.css`)));
  expect(styled.length).toBeGreaterThan(10);
  expect(styled.filter((name) => !sheet.includes(`/styles/${name}.css'`))).toEqual([]);
});
