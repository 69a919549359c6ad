import { spawnSync } from 'node:child_process';
import { closeSync, openSync, writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { STICK } from '../deed/index.js';
import { momentsOf } from '../moment/index.js';
import type { Plan } from '../plan/index.js';
import { layoutAt, tableStretches } from '../practice/index.js';
import { runbookFor, runbookHtml, runbookMarkdown, titleOf } from '../runbook/index.js';
import { procedureFor, type Step } from '../sequence/index.js';
import { standingOf } from '../standing/index.js';
import type { Survey } from '../survey/index.js';
import { canAttach, isThere, ScriptDisk, sh } from '../testing/script-disk.js';
import { Dice, smallDisk, smallPlan } from '../testing/small-disks.js';
import { english } from '../words/index.js';

/** A step as it stands on a page: what is read and what is typed, in their order. */
interface OnPage {
  readonly number: number;
  readonly blocks: readonly { readonly says: string; readonly lines: readonly string[] }[];
}

/** Steps of a Markdown text, as whoever copies the fenced lines has them. */
function ofMarkdown(page: string): OnPage[] {
  return page.split(/^(?=\d+\. \[[ x]\] )/m).flatMap((part): OnPage[] => {
    const number = /^(\d+)\. \[/.exec(part)?.[1];
    if (number === undefined) return [];
    const [own] = part.split(/^## /m);
    const blocks = [...own!.matchAll(/(?:^ {3}- (.*)\n)?\n? {3}(```|~~~~)\n([\s\S]*?)\n {3}\2/gm)];
    return [
      {
        number: Number(number),
        blocks: blocks.map(([, says = '', , lines]) => ({
          says: says.replaceAll('**', '').replace(/\\([\\`*_[\]<>|#])/g, '$1'),
          lines: lines!.split('\n').map((line) => line.slice(3)),
        })),
      },
    ];
  });
}

const plain = (html: string): string =>
  html
    .replace(/<[^>]*>/g, '')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&#39;', "'")
    .replaceAll('&amp;', '&');

/** The same of the page in one file. */
function ofHtml(page: string): OnPage[] {
  return page.split('<article>').flatMap((part): OnPage[] => {
    const number = /<span class="n">(\d+)<\/span>/.exec(part)?.[1];
    if (number === undefined) return [];
    const [own] = part.split('</article>');
    const blocks = [...own!.matchAll(/(?:<p class="(?:guard|note)">(.*?)<\/p>\s*)?<pre>([\s\S]*?)<\/pre>/g)];
    return [
      {
        number: Number(number),
        blocks: blocks.map(([, says = '', lines]) => ({
          says: plain(says),
          lines: plain(lines!).split('\n'),
        })),
      },
    ];
  });
}

/** Types lines at the terminal of a live session, and gives what stands on its screen then. Nothing answers but what is typed. */
function typedAt(folder: string, lines: readonly string[], env: Readonly<Record<string, string>>): string {
  const input = join(folder, 'typed');
  // A session's own commands, where root types here: `yes` is what is answered to a script, and no program.
  const session = join(folder, 'session');
  writeFileSync(session, 'sudo() { "$@"; }\nyes() { :; }\nPS1=\n');
  writeFileSync(input, ['stty -echo', `. ${session}`, ...lines, 'exit', ''].join('\n'));
  const done = spawnSync('sh', ['-c', `script -qec 'dash -i' /dev/null < ${input}`], {
    encoding: 'utf8',
    env: { ...process.env, ...env, PS1: '' },
  });
  return done.stdout.replaceAll('\r', '');
}

/** What a page says that must be shown, as it stands on the screen. */
function expectShown(says: string, screen: string) {
  const shown = /must show (.*?)\. If/.exec(says)?.[1] ?? '';
  for (const word of shown.match(/[A-Z]+="[^"]*"|[\d.]+[KMGT]/g) ?? []) expect(screen).toContain(word);
}

/** The table of the moment after, as a tool of the session writes it; the app has none that a test may run. */
function writtenByTool(disk: ScriptDisk, plan: Plan, survey: Survey, after: number) {
  const file = openSync(disk.path, 'r+');
  for (const { offset, bytes } of tableStretches(layoutAt(momentsOf({ plan, survey })[after]!)))
    writeSync(file, bytes, 0, bytes.length, offset);
  closeSync(file);
}

/** Kinds of which the utilities are typed by hand, while a tool changes the table. */
const BY_HAND: readonly Step['kind'][] = ['create', 'format', 'grow', 'shrink', 'check-volume', 'set-label'];

interface Session {
  readonly disk: ScriptDisk;
  readonly plan: Plan;
  readonly survey: Survey;
  readonly env: Readonly<Record<string, string>>;
  readonly settle: () => void;
  readonly device: string;
}

function listedAnew({ device, settle }: Session) {
  sh(
    `blockdev --flushbufs ${device}; partx -u ${device} 2>/dev/null || partx -a ${device} 2>/dev/null; true`,
  );
  settle();
}

/** One step as whoever reads the page does it; the second way of two where a script is offered as well. */
function doStep(session: Session, page: OnPage, step: Step, byScript: boolean) {
  const { disk, plan, survey, env } = session;
  const isScript = (lines: readonly string[]) => lines.some((line) => line.includes(`sh ${STICK}/phase-`));
  const script = page.blocks.find(({ lines }) => isScript(lines));
  const own = page.blocks.filter((block) => block !== script);
  const byHand = own.length > 0 && BY_HAND.includes(step.kind);
  if (script && (byScript || !byHand)) {
    const screen = typedAt(disk.folder, [...script.lines, 'yes', 'yes'], env);
    if (!screen.includes('This phase is done')) throw new Error(screen);
    session.settle();
    return;
  }
  const changes = script !== undefined;
  const fileSystemFirst = step.kind === 'shrink';
  if (changes && !fileSystemFirst) {
    writtenByTool(disk, plan, survey, page.number);
    listedAnew(session);
  }
  const [guard, act, proof] = own;
  const lookedAt = guard?.lines ?? [];
  const screen = typedAt(disk.folder, [...lookedAt, ...(act?.lines ?? [])], env);
  if (guard?.says) expectShown(guard.says, screen);
  if (changes && fileSystemFirst) {
    writtenByTool(disk, plan, survey, page.number);
    listedAnew(session);
  }
  if (!proof) return;
  const then = typedAt(disk.folder, [...lookedAt, ...proof.lines], env);
  expect(proof.says).toMatch(/^Look again /);
  expectShown(proof.says, then);
}

const canType = canAttach() && isThere('script') && isThere('dash');

(canType ? describe : describe.skip)('what the pages print, typed line by line', () => {
  test.each([2, 5, 8])('of seed %i: the disk is as planned', (seed) => {
    const dice = new Dice(seed);
    const { drawing, make } = smallDisk(dice);
    const disk = new ScriptDisk(drawing, make);
    try {
      const survey = disk.survey();
      const plan = smallPlan(survey, dice);
      const planned = { plan, survey };
      const runbook = runbookFor(planned);
      const title = titleOf(english, planned, 'm', '2026-05-04T07:30:00.000Z');
      const pages = ofMarkdown(runbookMarkdown(english, runbook, title));
      expect(pages).toEqual(ofHtml(runbookHtml(english, runbook, title)));
      const { ordered } = procedureFor(planned);
      const steps = ordered.ok ? ordered.steps : [];
      disk.onDevice(STICK, (device, env, settle) => {
        for (const script of disk.scripts(plan, survey)) writeFileSync(join(STICK, script.name), script.text);
        const session = { disk, plan, survey, env, settle, device };
        for (const [i, step] of steps.entries()) {
          if (step.environment.kind !== 'live') continue;
          doStep(session, pages[i]!, step, dice.below(2) === 0);
          sh(`blockdev --flushbufs ${device}`);
          const { moments, differences } = standingOf(planned, disk.survey());
          expect([step.id, differences]).toEqual([step.id, []]);
          expect(moments).toContain(i + 1);
        }
      });
    } finally {
      disk.remove();
    }
  });
});
