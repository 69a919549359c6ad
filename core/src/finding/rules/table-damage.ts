import { message } from '../../words/index.js';
import { damageSays, damageTitle, type Damage } from '../../table/index.js';
import type { Level } from '../finding.js';
import { fact, type Rule } from '../rule.js';

const LEVEL_OF: Readonly<Record<Damage['id'], Level>> = {
  'primary-broken': 'hazard',
  'backup-broken': 'caution',
  'backup-not-at-end': 'caution',
  'both-broken': 'blocker',
  'copies-differ': 'hazard',
  'protective-missing': 'caution',
  'protective-short': 'advice',
  hybrid: 'caution',
  'gpt-left-over': 'caution',
  'out-of-range': 'blocker',
  overlap: 'blocker',
  'logicals-not-read': 'caution',
  'chain-broken': 'blocker',
  'logical-outside': 'blocker',
  'two-containers': 'blocker',
};

export const tableDamage: Rule = {
  id: 'table-damage',
  level: 'hazard',
  check: ({ survey }) =>
    survey.damage.map((damage, i) => ({
      of: `${damage.id}-${i}`,
      level: LEVEL_OF[damage.id],
      says: message('finding.table-damage', { title: damageTitle(damage), why: damageSays(damage) }),
      evidence: [fact('read', survey.takenAt.slice(0, 16).replace('T', ' '))],
    })),
};
