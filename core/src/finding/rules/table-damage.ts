import { message } from '../../words/index.js';
import { damageInWords, type Damage } from '../../table/index.js';
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
  'out-of-range': 'blocker',
  overlap: 'blocker',
  'logicals-not-read': 'caution',
  'chain-broken': 'blocker',
  'logical-outside': 'blocker',
  'two-containers': 'blocker',
};

const TITLE_OF: Readonly<Record<Damage['id'], string>> = {
  'primary-broken': 'The primary partition table is damaged',
  'backup-broken': 'The backup partition table is damaged',
  'backup-not-at-end': 'The backup partition table is not at the end',
  'both-broken': 'Both partition tables are damaged',
  'copies-differ': 'The two partition tables differ',
  'protective-missing': 'The protective MBR is missing',
  'protective-short': 'The protective MBR is too short',
  hybrid: 'Hybrid MBR',
  'out-of-range': 'A partition leaves the usable area',
  overlap: 'Two partitions overlap',
  'logicals-not-read': 'Logical partitions were not read',
  'chain-broken': 'The chain of logical partitions is damaged',
  'logical-outside': 'A logical partition leaves its container',
  'two-containers': 'Two extended containers',
};

export const tableDamage: Rule = {
  id: 'table-damage',
  level: 'hazard',
  basis: 'UEFI 2.10 §5.2.3 and §5.3',
  check: ({ survey }) =>
    survey.damage.map((damage, i) => ({
      of: `${damage.id}-${i}`,
      level: LEVEL_OF[damage.id],
      says: message('finding.table-damage', { title: TITLE_OF[damage.id], why: damageInWords(damage) }),
      evidence: [fact('read', survey.takenAt.slice(0, 16).replace('T', ' '))],
    })),
};
