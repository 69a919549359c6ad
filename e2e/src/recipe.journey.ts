import { session } from './session.js';

const on = session();
const results = () =>
  on.app.page.$$eval('tbody tr', (rows) =>
    Object.fromEntries(
      rows.map((r) => [r.querySelector('th')!.textContent, r.querySelectorAll('td')[2]!.textContent]),
    ),
  );

describe('one recipe for the seven demo machines', () => {
  test('a recipe that cannot be read is said at its line, and kept', async () => {
    await on.app.go('/recipe');
    await on.app.paste('The recipe', 'rhizotome recipe 1\nadd "Field Linux"');
    await on.app.sees('Line 2, column 5');
    await on.app.go('/recipe');
    await on.app.sees('Line 2, column 5');
  });

  test('it is worked out for every machine, in a worker', async () => {
    await on.app.paste(
      'The recipe',
      'rhizotome recipe 1\nrecipe "Field"\nadd "Field Linux", like linux-desktop, wished comfortable\nwish efi any, moves at most 0B',
    );
    await on.app.press('Check all machines');
    await on.app.sees('5 machines as wished, 0 with less, 1 not at all, 0 done already.');
    const said = await results();
    expect(Object.keys(said)).toHaveLength(7);
    expect(said['knot']).toMatch(/^fits: moves no partition; “knot-home” keeps \d+ GiB/);
    expect(said['sanderling']).toMatch(/^does not fit\. The disk is/);
    expect(said['petrel']).toBe('It has no reading of its disk yet.');
  });

  test('it is applied to those that are chosen, as one change of each, which can be undone', async () => {
    await on.app.press('Apply it to turnstone', 'checkbox');
    await on.app.press('Apply it to 4 machines');
    await on.app.page.waitForFunction(
      () => [...document.querySelectorAll('td')].filter((td) => td.textContent === 'Applied.').length === 4,
    );
    expect((await results())['turnstone']).toMatch(/^fits/);
    await on.app.press('knot', 'link');
    await on.app.sees('Field Linux');
    expect(await on.app.figure('blockers')).toBe('0');
    await on.app.press('Undo: Apply the recipe “Field”');
    await on.app.saved();
    expect(await on.app.text('main')).not.toContain('Field Linux');
  });

  test('again it has nothing to do where it was applied', async () => {
    await on.app.go('/recipe');
    await on.app.press('Check all machines');
    await on.app.sees('2 machines as wished, 0 with less, 1 not at all, 3 done already.');
  });

  test('the wishes of a plan are a recipe for the others', async () => {
    await on.app.go('/');
    await on.app.press('fulmar', 'link');
    await on.app.stage('Systems');
    await on.app.press('Propose again');
    await on.app.press('Use these wishes for other machines');
    await on.app.sees('Check all machines');
    const text = await on.app.page.$eval('textarea', (t) => t.value);
    expect(text).toContain('recipe "fulmar"');
    expect(text).toContain('add "Field Linux", like linux-desktop, wished comfortable');
  });
});
