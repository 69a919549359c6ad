import { END_MARK, MARK, type MachineRow } from '@rhizotome/core';
import { session } from './session.js';

const on = session();
let machines: readonly MachineRow[];
/** Names and labels that came from machines: they are said in no language. */
let given: readonly string[];

/** Machines that differ most: a GPT with several systems, an MBR with logicals, and one of images and subvolumes. */
const DIFFERENT = ['petrel', 'dunlin', 'turnstone'];

const GIVEN_FIELDS = new Set(['name', 'label', 'story', 'model', 'systemName', 'note', 'mountPoint']);

/** Names of formats, standards, units and systems, and the letters of commands and of size expressions. */
const PROPER = new RegExp(
  [
    '[KMGT]i?B|kB|RAM',
    'UEFI|BIOS|GPT|MBR|EFI|RAID|NVMe|eMMC|HDD|AHCI|UTC|TPM',
    'NTFS|FAT(?:32)?|exFAT|ext[234]|btrfs|XFS|APFS|HFS\\+|UFS|ZFS|ReFS|LUKS|LVM|ISO 9660|swap|vfat|swsusp',
    'Windows(?: 1[01])?|Linux|macOS|BSD|Rhizotome',
    '(?:UUID|LABEL|PARTUUID)=\\S+|umask=\\S+|nofail|noauto|defaults|subvol=\\S+|none',
    'nvme\\w+|sd[a-z]\\d*|mmcblk\\w+',
  ].join('|'),
  'g',
);

/** Types of partitions as the standards and general utilities list them. */
const TYPE_NAMES = /(?:Basic data|Windows recovery|Linux \w+|EFI system|Extended boot|BIOS boot|reserved)/g;

/** Identities of partitions and volumes. */
const IDENTITIES = /\b[0-9a-f]{8,}(?:-[0-9a-f]+)*\b|\b[0-9a-f]{4}-[0-9a-f]{4}\b/gi;

/** Beside the drawing a window has little to spare. */
const NARROW = { width: 1024, height: 768 };

beforeAll(async () => {
  await on.app.page.setViewport(NARROW);
  const ask = async (path: string): Promise<unknown> =>
    (await fetch(`${on.server.address}/api${path}`)).json();
  const all = (await ask('/machines')) as MachineRow[];
  machines = all.filter(({ name }) => DIFFERENT.includes(name));
  const said = new Set<string>();
  const gather = (value: unknown, key = ''): void => {
    if (typeof value === 'string' && GIVEN_FIELDS.has(key) && value !== '') said.add(value);
    else if (Array.isArray(value)) value.forEach((item) => gather(item, key));
    else if (typeof value === 'object' && value !== null)
      Object.entries(value).forEach(([k, item]) => gather(item, k));
  };
  gather(all);
  for (const { id } of machines) gather(await ask(`/machines/${id}`));
  given = [...said].sort((a, b) => b.length - a.length);
  await on.app.page.evaluateOnNewDocument(() => localStorage.setItem('rhizotome:language', 'x-long'));
});

/** Every text and accessible name on the page, but for code and what is typed. */
const texts = (): Promise<string[]> =>
  on.app.page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walker.nextNode()) {
      const { parentElement, textContent } = walker.currentNode;
      if (!parentElement?.closest('script, style, code, pre, textarea, .mono')) found.push(textContent ?? '');
    }
    for (const element of document.querySelectorAll(':not([aria-hidden=true])'))
      for (const name of ['aria-label', 'aria-valuetext', 'title', 'alt'])
        found.push(element.getAttribute(name) ?? '');
    return found;
  });

/** What of a text lies outside of every sentence of a catalogue. */
function outside(text: string): string {
  let depth = 0;
  let rest = '';
  for (const letter of text) {
    if (letter === MARK) depth += 1;
    else if (letter === END_MARK) depth -= 1;
    else if (depth === 0) rest += letter;
  }
  const without = (names: readonly string[]) => {
    for (const name of names) rest = rest.split(name).join(' ');
  };
  // A short name may be a word of a type's name, and a story may hold one.
  without(given.filter((name) => name.length > 20));
  rest = rest.replace(TYPE_NAMES, ' ');
  without(given.filter((name) => name.length <= 20));
  return rest.replace(PROPER, ' ').replace(IDENTITIES, ' ');
}

const untranslated = async (): Promise<string[]> =>
  (await texts()).filter((text) => /\p{L}{3}/u.test(outside(text)));

/** Elements whose text is cut off without a sign, and whether the page must be scrolled sideways. */
const cutOff = (): Promise<string[]> =>
  on.app.page.evaluate(() => {
    const cut = [
      ...document.querySelectorAll<HTMLElement>('button, label, th, td, dt, dd, p, h1, h2, h3, li, a'),
    ]
      .filter((e) => e.scrollWidth > e.clientWidth + 1 && e.clientWidth > 0)
      .filter((e) => {
        const { overflowX, textOverflow } = getComputedStyle(e);
        return (overflowX === 'hidden' || overflowX === 'clip') && textOverflow !== 'ellipsis';
      })
      .map((e) => e.textContent.slice(0, 80));
    // What is placed by itself widens no page, and is cut off by the window.
    const givesWay = (e: Element | null): boolean =>
      e !== null &&
      e.tagName !== 'MAIN' &&
      (getComputedStyle(e).textOverflow === 'ellipsis' || givesWay(e.parentElement));
    for (const e of document.querySelectorAll<HTMLElement>('main span, main b'))
      if (e.childElementCount === 0 && e.getBoundingClientRect().right > innerWidth + 1 && !givesWay(e))
        cut.push(`beyond the edge: ${e.textContent.slice(0, 60)}`);
    const { scrollWidth, clientWidth } = document.documentElement;
    return scrollWidth > clientWidth ? [...cut, `the page is ${scrollWidth - clientWidth} wider`] : cut;
  });

const STAGES = ['machine', 'as-found', 'systems', 'boot', 'layout', 'alternatives', 'findings', 'runbook'];

describe('in a longer language', () => {
  test('the list of machines', async () => {
    await on.app.go('/');
    expect((await texts()).filter((text) => text.startsWith(MARK)).length).toBeGreaterThan(10);
    expect([await untranslated(), await cutOff()]).toEqual([[], []]);
  });

  test('the recipe for many machines, and what it comes to', async () => {
    const recipe = 'rhizotome recipe 1\nrecipe "Xx"\nadd "Yy", like linux-desktop\nwish efi any';
    await on.app.page.evaluate((text) => localStorage.setItem('rhizotome:recipe', text), recipe);
    await on.app.go('/recipe');
    await on.app.click('main button');
    await on.app.page.waitForFunction(() => document.querySelectorAll('tbody tr').length === 7);
    expect([await untranslated(), await cutOff()]).toEqual([[], []]);
  });

  test.each(STAGES)(
    'the stage %s says nothing that is not in a catalogue, and nothing is cut off',
    async (stage) => {
      for (const { id, name } of machines) {
        await on.app.visit(`/machines/${id}/${stage}`);
        expect([name, await untranslated(), await cutOff()]).toEqual([name, [], []]);
      }
    },
  );

  test('nor do the pictures of the sizing bench', async () => {
    const { id } = machines.find(({ name }) => name === 'dunlin')!;
    await on.app.go(`/machines/${id}/layout`);
    const press = (label: string, at: number) =>
      on.app.page.evaluate(
        (name, i) => {
          const group = [...document.querySelectorAll('[role=radiogroup]')].find((g) =>
            g.getAttribute('aria-label')?.startsWith(name),
          );
          group?.querySelectorAll<HTMLInputElement>('input')[i]?.click();
        },
        label,
        at,
      );
    await press('‹Páñél bésídé', 1);
    for (const panel of [0, 1, 2, 3]) {
      await on.app.page.waitForSelector('aside [role=radiogroup]');
      await press('‹Whát tó sízé', panel);
      await new Promise((done) => setTimeout(done, 300));
      expect([panel, await untranslated()]).toEqual([panel, []]);
    }
  });

  test('nor does what is beside the drawing', async () => {
    for (const { id, name } of machines) {
      await on.app.go(`/machines/${id}/layout`);
      const parts = await on.app.page.$$eval('[data-part]', (all) => [
        ...new Set(all.map((e) => (e as HTMLElement).dataset['part']!)),
      ]);
      for (const part of parts.slice(0, 4)) {
        await on.app.visit(`/machines/${id}/layout?sel=${encodeURIComponent(part)}`);
        expect([name, part, await untranslated(), await cutOff()]).toEqual([name, part, [], []]);
      }
    }
  });
});
