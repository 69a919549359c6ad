import { LEVELS } from './finding.js';
import { RULES } from './rules.js';

/** Every rule as a page of Markdown: its id, its usual level, and what it rests on. */
export function findingsPage(): string {
  const ofLevel = (level: (typeof LEVELS)[number]) =>
    RULES.filter((rule) => rule.level === level)
      .map((rule) => `| \`${rule.id}\` | ${rule.basis} |`)
      .sort();
  const sections = LEVELS.flatMap((level) => [
    '',
    `## ${level}`,
    '',
    '| rule | rests on |',
    '| --- | --- |',
    ...ofLevel(level),
  ]);
  return [
    '# Findings',
    '',
    `The ${RULES.length} rules by their usual level; a rule may speak lower or higher where the case asks for it. One file each in`,
    '`core/src/finding/rules/`. This page is written by `npm run findings`.',
    ...sections,
    '',
  ].join('\n');
}
