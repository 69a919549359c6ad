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
  await app.go(`/machines/${machines['petrel']}/section?sel=new-1`);
  await app.pick('Beside the drawing', 'sizing');
  await new Promise((d) => setTimeout(d, 800));
  await shot(app, 'root');
  await app.pick('What is sized', 'swap');
  await shot(app, 'swap');
  await app.pick('What is sized', 'home');
  await shot(app, 'home');
  await app.pick('What is sized', 'EFI partition');
  await shot(app, 'efi');
  await app.press('History');
  await app.type('Name of this point', 'one large root');
  await shot(app, 'history');
  await app.page.keyboard.press('Escape');
  await app.stage('Systems');
  await shot(app, 'systems');
  await app.go(`/machines/${machines['curlew']}/match`);
  await shot(app, 'match');
  await app.go(`/machines/${machines['petrel']}/section?sel=found-3`);
  await app.press('Give half of it up');
  await app.go(`/machines/${machines['petrel']}/alternatives`);
  await shot(app, 'alternatives');
  console.log(app.complaints);
});
