import { plannedParts } from '../layout/index.js';
import { textIn, english, type Text } from '../words/index.js';
import { foundTitle, partitionTitle, volumesOf, type Planned } from '../plan/index.js';
import { PLANS } from '../testing/cases/index.js';
import { findAll } from './find.js';
import type { Finding } from './finding.js';

const said = (text: Text): string => textIn(english, text);

/** Parameters of sentences that are names of systems, and of volumes. */
const SYSTEMS = ['system', 'systems', 'losers'];
const VOLUMES = ['volume', 'volumes'];

/** The texts of these parameters of a finding's sentence. */
const namedBy = ({ says }: Finding, keys: readonly string[]): string[] =>
  Object.entries((says.with ?? {}) as Readonly<Record<string, unknown>>)
    .filter(([key]) => keys.includes(key))
    .flatMap(([, value]) => (Array.isArray(value) ? (value as readonly unknown[]) : [value]))
    .filter(
      (value): value is Text => typeof value === 'string' || (typeof value === 'object' && value !== null),
    )
    .map(said);

/** What a finding calls by its name and does not point at. */
function unpointed({ plan, survey }: Planned, finding: Finding): string[] {
  const systems = namedBy(finding, SYSTEMS)
    .filter((name) => plan.systems.some((s) => s.name === name))
    .filter((name) => !finding.systems.some((id) => plan.systems.find((s) => s.id === id)?.name === name))
    .map((name) => `${finding.rule} names the system ${name}`);
  const titles = [
    ...volumesOf(plan).map((v) => said(partitionTitle(v))),
    ...survey.partitions.map((p) => said(foundTitle({ plan, survey }, p))),
  ];
  const volumes =
    namedBy(finding, VOLUMES).some((name) => titles.includes(name)) && finding.partitions.length === 0;
  return [...systems, ...(volumes ? [`${finding.rule} names a volume`] : [])];
}

test('what a finding calls by its name it points at', () => {
  const found = PLANS.flatMap(([name, { plan, survey }]) =>
    findAll({ plan, survey }).flatMap((f) =>
      unpointed({ plan, survey }, f).map((what) => `${name}: ${what}`),
    ),
  );
  expect([...new Set(found.map((line) => line.replace(/^.*: /, '')))]).toEqual([]);
});

test('every finding has a fact that a person can check again, and points at what is there', () => {
  for (const [, { plan, survey }] of PLANS)
    for (const finding of findAll({ plan, survey })) {
      expect([finding.id, finding.evidence.length]).not.toEqual([finding.id, 0]);
      const parts = plannedParts({ plan, survey }).map((part) => part.id);
      const known = [...parts, ...survey.partitions.map((p) => p.id)];
      expect(finding.partitions.filter((id) => !known.includes(id))).toEqual([]);
      expect(finding.systems.filter((id) => !plan.systems.some((s) => s.id === id))).toEqual([]);
    }
});
