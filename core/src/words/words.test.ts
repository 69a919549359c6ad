import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { findAll } from '../finding/index.js';
import { overviewOf } from '../overview/index.js';
import { runbookFor, runbookHtml } from '../runbook/index.js';
import { CASES } from '../testing/cases/index.js';
import { MARK, pseudoLanguage } from './pseudo.js';
import { disksInLsblk, documentSurvey, surveyFromHand } from '../survey/index.js';
import { IDENTITY } from '../testing/builders.js';
import { english, message, sayIn, textIn, type Text } from './index.js';

const pseudo = pseudoLanguage(english);
const cases = Object.entries(CASES).map(([rule, [speaks]]) => [rule, speaks] as const);

describe('in a second language', () => {
  test.each(cases)(
    '%s: the finding, its figures and its remedies are said by the catalogue',
    (rule, planned) => {
      const findings = findAll(planned).filter((f) => f.rule === rule);
      const said = findings.flatMap((f) => {
        const { title, why } = sayIn(pseudo, f.says);
        return [title, why, ...f.remedies.map((r) => textIn(pseudo, r.title))];
      });
      expect(said.length).toBeGreaterThan(0);
      expect(said.filter((text) => !text.startsWith(MARK))).toEqual([]);
    },
  );

  test.each(cases)('%s: so is the whole runbook', (_, planned) => {
    const { phases, back, losses, refusal, starts } = runbookFor(planned);
    const said = [
      ...phases.flatMap((p) => [
        sayIn(pseudo, p.title),
        sayIn(pseudo, p.note),
        ...p.steps.flatMap((s) => {
          const { title, actions, checks, warning } = sayIn(pseudo, s.says);
          return [title, ...actions, ...checks, ...(warning === null ? [] : [warning])];
        }),
      ]),
      ...back.flatMap((b) => [sayIn(pseudo, b.title), sayIn(pseudo, b.where)]),
      ...losses.map((l) => sayIn(pseudo, l)),
      ...starts.flatMap((s) => [
        sayIn(pseudo, s.reached),
        sayIn(pseudo, s.onUpdate),
        sayIn(pseudo, s.restore),
      ]),
      ...(refusal ? [sayIn(pseudo, refusal)] : []),
      sayIn(pseudo, overviewOf(planned.plan, planned.survey).next),
    ];
    expect(said.filter((text) => !text.startsWith(MARK))).toEqual([]);
  });

  test('and the page that travels, headings included', () => {
    const [planned] = CASES['one-loader']!;
    const title = {
      machine: 'knot',
      madeAt: '2026-11-25T10:00:00Z',
      point: null,
      blockers: ['b'],
      hazards: ['h'],
    };
    const html = runbookHtml(pseudo, runbookFor(planned), title);
    const headings = [...html.matchAll(/<(?:h2|th|strong|b)>([^<]+)/g)].map((m) => m[1]!.trim());
    expect(headings.length).toBeGreaterThan(20);
    expect(headings.filter((h) => !h.startsWith(MARK))).toEqual([]);
  });
});

test.each(cases)(
  '%s: what the finding says is whole sentences, however they are put together',
  (rule, planned) => {
    for (const finding of findAll(planned).filter((f) => f.rule === rule)) {
      const { title, why } = sayIn(english, finding.says);
      expect(`${title}. ${why}`).not.toMatch(/(^|[.?!] )(?!exFAT|macOS)\p{Ll}/u);
      expect(why).toMatch(/[.?!]$/);
    }
  },
);

test.each([
  ['no list of disks', () => disksInLsblk('NAME SIZE')],
  ['a size for people', () => disksInLsblk('{"blockdevices":[{"name":"sda","type":"disk","size":"5G"}]}')],
  ['a survey of another form', () => documentSurvey({ format: 'rhizotome/survey', version: 2, id: 7 })],
  [
    'a line by hand',
    () => surveyFromHand({ diskBytes: 5e9, sectorBytes: 512, style: 'gpt', text: '5 banana' }, IDENTITY),
  ],
])('why %s is not read is said by the catalogue, to the end', (_, read) => {
  const outcome = read();
  const said = outcome.ok ? '' : textIn(pseudo, outcome.refusal.says);
  expect(said.startsWith(MARK)).toBe(true);
  expect(said).not.toMatch(/\bInvalid\b|\bExpected\b/);
});

test('a message that stands in another is said in the same language', () => {
  const inner: Text = message('place.the-system');
  expect(sayIn(english, message('place.installer', { system: inner }))).toBe(
    'In the installer of the system',
  );
  expect(sayIn(english, message('order.place', { parts: [message('order.container'), 'root'] }))).toContain(
    'the extended partition and root',
  );
});

test('a message is plain JSON', () => {
  const said = message('finding.no-room', { system: 'L', bytes: 5, advice: message('advice.none') });
  expect(sayIn(english, JSON.parse(JSON.stringify(said)) as typeof said)).toEqual(sayIn(english, said));
});

/** Quaint or ambiguous, and what is said instead. */
const NOT_SAID: readonly (readonly [RegExp, string])[] = [
  [/\banew\b/, 'again'],
  [/\bchooser\b/, 'boot menu'],
  [/\bstart (?:order|entr(?:y|ies)|menu|files)\b/i, 'boot order, boot entry, boot menu, boot files'],
  [/\bwhoever\b/i, 'you'],
  [/\bat the least\b/, 'at least'],
  [/\btravels?\b/, 'is moved'],
  [/\bbeyond recall\b/, 'cannot be undone'],
  [/\btak(?:e|en|ing) (?:up|in)\b/, 'use, add'],
  [/\bcome to lie\b/, 'are placed'],
  [/\bnobody has said\b/i, 'is not known'],
  [/\binstaller medium\b/, 'installation medium'],
];

/** The catalogues of core and of the app. */
const CATALOGUES = [join(__dirname, 'en'), join(__dirname, '../../../web/src/words/en')];
const files = CATALOGUES.flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts'))
    .map((file) => join(folder, file)),
);

test.each(files.map((file) => [relative(join(__dirname, '../../..'), file), file]))(
  '%s speaks plainly',
  (_, file) => {
    const sentences = [...readFileSync(file, 'utf8').matchAll(/'[^'\n]*'|`[^`]*`/g)]
      .map((m) => m[0])
      .filter((text) => text.includes(' '));
    const found = NOT_SAID.flatMap(([word, better]) =>
      sentences.filter((s) => word.test(s)).map((s) => `${s}: rather ${better}`),
    );
    expect(found).toEqual([]);
  },
);
