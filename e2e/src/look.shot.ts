import type { MachineRow } from '@rhizotome/core';
import { Driver } from './driver.js';
import { planPetrel } from './petrel-plan.js';
import { session } from './session.js';

const on = session();
let machines: Record<string, string>;
beforeAll(async () => {
  await planPetrel(on.server.address);
  const list = (await (await fetch(`${on.server.address}/api/machines`)).json()) as MachineRow[];
  machines = Object.fromEntries(list.map((m) => [m.name, m.id]));
});
const shot = async (app: Driver, file: string) => {
  await new Promise((d) => setTimeout(d, 350));
  await app.page.screenshot({ path: `/tmp/look/${file}.png` });
};
test('look', async () => {
  const app = await Driver.open(on.browser, on.server.address);
  await app.go(`/machines/${machines['petrel']}/section?sel=found-3`);
  await shot(app, 'section');
  await app.press('Look at it closely');
  await shot(app, 'zoomed');
  await app.press('Whole disk');
  const body = (await (await app.page.$('[data-grip^="body"]'))?.boundingBox());
  console.log(body);
  await app.page.keyboard.type('200GiB');
  await shot(app, 'typed');
  await app.page.keyboard.press('Escape');
  await app.page.click('button[data-part="found-3"][data-side=planned]', { button: 'right' });
  await shot(app, 'actions');
  await app.page.keyboard.press('Escape');
  await app.go(`/machines/${machines['petrel']}/findings`);
  const remedy = await app.page.$('article button');
  await remedy?.hover();
  await shot(app, 'findings');
  console.log(app.complaints);
});
