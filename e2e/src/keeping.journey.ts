import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Downloads } from './downloads.js';
import { session } from './session.js';

const on = session({ RHIZOTOME_BACKUPS: '', RHIZOTOME_BACKUP_MINUTES: '0.02' });
const MENU = 'Backup, files and deleted machines';

let downloads: Downloads;
beforeAll(async () => {
  downloads = await Downloads.into(join(on.server.folder, 'downloads'), on.browser);
});

async function take(item: string, file: string): Promise<void> {
  await on.app.press(MENU);
  const [chooser] = await Promise.all([on.app.page.waitForFileChooser(), on.app.press(item, 'menuitem')]);
  await chooser.accept([file]);
}

const names = () => on.app.texts('main li div a');

test('a machine goes to a file and comes back from it, with its plan', async () => {
  await on.app.go('/');
  const before = await names();
  await on.app.press('More for knot');
  await on.app.press('Save as a file', 'menuitem');
  const file = await downloads.file('knot.machine.json');
  await take('Add a machine from a file…', file);
  await on.app.sees('The machine was added.');
  expect((await names()).filter((name) => name === 'knot')).toHaveLength(2);
  await on.app.press('OK');
  const letter = join(on.server.folder, 'letter.json');
  writeFileSync(letter, 'Dear friend');
  await take('Add a machine from a file…', letter);
  await on.app.sees('letter.json is not a machine’s file: it is not JSON.');
  await on.app.press('OK');
  expect(await names()).toHaveLength(before.length + 1);
});

test('a backup brings back what was deleted for good', async () => {
  await on.app.press(MENU);
  await on.app.press('Save a backup of all machines', 'menuitem');
  const file = await downloads.file('.sqlite');
  await on.app.press('More for sanderling');
  await on.app.press('Delete', 'menuitem');
  await on.app.sees('“sanderling” was deleted.');
  await on.app.press(MENU);
  await on.app.press('Deleted machines…', 'menuitem');
  await on.app.press('Put back: sanderling');
  await on.app.sees('There are no deleted machines.');
  await on.app.page.keyboard.press('Escape');
  await on.app.page.waitForFunction(() => document.querySelector('main')?.innerText.includes('sanderling'));
  await on.app.press('More for sanderling');
  await on.app.press('Delete', 'menuitem');
  await on.app.press(MENU);
  await on.app.press('Deleted machines…', 'menuitem');
  await on.app.press('Delete them for good');
  await on.app.sees('1 machine will be deleted for good');
  await on.app.press('Yes, delete for good');
  await on.app.sees('There are no deleted machines.');
  await on.app.page.keyboard.press('Escape');
  expect(await names()).not.toContain('sanderling');
  await take('Restore from a backup…', file);
  await on.app.sees('1 machine added. 7 machines were there already, unchanged.');
  expect(await names()).toContain('sanderling');
});

test('an automatic backup brings back one machine', async () => {
  await on.app.press('More for turnstone');
  await on.app.press('Delete', 'menuitem');
  await on.app.sees('“turnstone” was deleted.');
  await on.app.press(MENU);
  await on.app.press('Automatic backups…', 'menuitem');
  await on.app.page.waitForSelector('[role=dialog] button[aria-expanded]');
  const buttons = await on.app.page.$$eval('[role=dialog] button[aria-expanded]', (all) =>
    all.map((button) => button.getAttribute('aria-label')!),
  );
  // The latest may be without it.
  await on.app.press(buttons.at(-1)!);
  await on.app.press('Restore turnstone');
  await on.app.sees('1 machine added.', '[role=dialog]');
  await on.app.page.keyboard.press('Escape');
  await on.app.page.waitForSelector('[role=dialog]', { hidden: true });
  await on.app.sees('turnstone', 'main');
});

test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
