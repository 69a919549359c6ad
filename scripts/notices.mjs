import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Writes the licences of everything that the built app carries, fonts included, as one text beside it. */
export function writeNotices(root) {
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
  const parts = [...carried(lock.packages)].sort().map((path) => noticeOf(root, path));
  writeFileSync(join(root, 'web/dist/notices.txt'), parts.join(`\n${'-'.repeat(72)}\n`));
  return parts.length;
}

/** The packages that the web app depends on at run time, as their places under the root. */
function carried(packages) {
  const found = new Set();
  const waiting = Object.keys(packages['web'].dependencies ?? {}).map((name) => [name, 'web']);
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const place = placeOf(packages, ...next);
    if (place === undefined || found.has(place)) continue;
    if (!packages[place].link) found.add(place);
    const target = packages[place].link ? packages[place].resolved : place;
    for (const name of Object.keys(packages[target]?.dependencies ?? {})) waiting.push([name, target]);
  }
  return found;
}

/** Where a package finds another: beside it, or further up. */
function placeOf(packages, name, from) {
  for (let folder = from; ; folder = folder.slice(0, Math.max(0, folder.lastIndexOf('/')))) {
    const place = join(folder, 'node_modules', name);
    if (packages[place]) return place;
    if (folder === '') return undefined;
  }
}

function noticeOf(root, path) {
  const folder = join(root, path);
  const { name, version, license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  const files = existsSync(folder) ? readdirSync(folder) : [];
  const texts = files
    .filter((file) => /^(licen[cs]e|notice|copying)(\.(md|txt))?$/i.test(file))
    .map((file) => readFileSync(join(folder, file), 'utf8').trim());
  return [`${name} ${version} (${license})`, '', ...texts, ''].join('\n');
}
