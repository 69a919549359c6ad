import { LEVELS } from './finding.js';
import { RULES } from './rules.js';
import { basisOf } from './rule.js';
import { english, sayIn, type RuleId } from '../words/index.js';

/** Every rule as a page of Markdown: its id, its usual level, and what it rests on. */
export function findingsPage(): string {
  const ofLevel = (level: (typeof LEVELS)[number]) =>
    RULES.filter((rule) => rule.level === level)
      .map((rule) => `| \`${rule.id}\` | ${restsOn(rule.id)} |`)
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

function restsOn(rule: RuleId): string {
  const { source, states } = sayIn(english, basisOf(rule));
  return [source, states].filter((part) => part !== null).join(': ');
}
