import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { procedureFor } from '../sequence/index.js';
import { written } from '../testing/cases/index.js';
import { findAll, LEVELS } from './index.js';

/** Plans in notation, and what must be said of each: a finding of a rule, a step, or nothing of that level or rule. */
const PLANS: readonly (readonly [plan: string, kind: string, what: string])[] = [
  ['encrypted-beside-newcomer', 'step', 'suspend-protection'],
  ['windows-comes-and-shares', 'step', 'unhibernate'],
  ['one-home-for-two', 'caution', 'home-shared'],
  ['nvme-in-bios', 'caution', 'bios-limits'],
  ['first-at-sector-63', 'caution', 'bios-limits'],
  ['hibernates-under-secure-boot', 'caution', 'hibernate-locked'],
  ['windows-10-comes', 'advice', 'support-ended'],
  ['apfs-for-linux', 'caution', 'shared-data'],
  ['fat-of-3-tib', 'caution', 'fat-limits'],
  ['boot-in-luks', 'caution', 'boot-encrypted'],
  ['efi-in-luks', 'blocker', 'boot-encrypted'],
  ['bsd-with-the-wrong-boot-partition', 'blocker', 'bios-boot-missing'],
  ['windows-moves-on-mbr', 'step', 'redo-start'],
  ['btrfs-shrinks', 'step', 'check-volume'],
  ['hosted-in-luks', 'blocker', 'host-locked'],
  ['home-at-srv', 'caution', 'mount-place'],
  ['one-boot-for-two', 'caution', 'boot-shared'],
  ['windows-on-exfat', 'blocker', 'root-content'],
  ['bsd-on-ext4', 'blocker', 'root-content'],
  ['kept-linux-loses-boot', 'blocker', 'kept-broken'],
  ['loader-over-xfs', 'blocker', 'first-sector'],
  ['bsd-on-zfs', 'quiet', 'blocker'],
  ['sleeper-shares-swap', 'step', 'unhibernate'],
  ['xfs-shrinks', 'blocker', 'cannot-change'],
  ['encrypted-windows-moves', 'blocker', 'cannot-change'],
  ['root-at-data', 'blocker', 'mount-place'],
  ['encryption-not-known', 'caution', 'encryption-unknown'],
  ['kept-linux-loses-bios-boot', 'blocker', 'kept-broken'],
  ['btrfs-for-bsd', 'caution', 'shared-data'],
  ['apfs-moves', 'blocker', 'cannot-change'],
  ['member-shrinks', 'blocker', 'cannot-change'],
  ['refs-shrinks', 'blocker', 'cannot-change'],
  ['unknown-shrinks', 'blocker', 'cannot-change'],
  ['hibernates-into-a-file', 'quiet', 'hibernate-swap'],
  ['setup-makes-the-efi-partition', 'quiet', 'blocker'],
  ['swap-in-a-volume-group', 'quiet', 'hibernate-swap'],
  ['mbr-for-a-bios-plan', 'quiet', 'mbr-on-blank'],
  ['container-at-sector-63', 'advice', 'room-elsewhere'],
];

const planOf = (name: string) =>
  written(readFileSync(resolve(__dirname, `../testing/plans/${name}.rhizotome`), 'utf8'));

const gravity = (level: string) => LEVELS.indexOf(level as (typeof LEVELS)[number]);

test.each(PLANS)('%s: %s %s', (name, kind, what) => {
  const planned = planOf(name);
  const findings = findAll(planned);
  if (kind === 'step') {
    const { ordered } = procedureFor(planned);
    expect(ordered.ok && ordered.steps.map((s) => s.kind)).toContain(what);
  } else if (kind === 'quiet')
    expect(
      findings.filter((f) => f.rule === what || f.level === what).filter((f) => f.level !== 'advice'),
    ).toEqual([]);
  else expect(findings.filter((f) => f.rule === what && gravity(f.level) <= gravity(kind))).not.toEqual([]);
});
