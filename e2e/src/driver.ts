import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, {
  type Browser,
  type BrowserContext,
  type ClickOptions,
  type ElementHandle,
  type Page,
} from 'puppeteer-core';

const CHROMIUM = [process.env['RHIZOTOME_CHROMIUM'], '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path && existsSync(path),
);
/** Milliseconds: what is there in a second on a quiet machine may take many on one that does other things too. */
const PATIENCE = 25_000;
const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // A name that is not this machine's: a page there is no secure context.
  '--host-resolver-rules=MAP plans.example 127.0.0.1',
];

export async function launch(): Promise<Browser> {
  if (!CHROMIUM) throw new Error('Chromium is missing. Install it, or name one in RHIZOTOME_CHROMIUM.');
  return puppeteer.launch({
    executablePath: CHROMIUM,
    headless: true,
    args: FLAGS,
    userDataDir: mkdtempSync(join(tmpdir(), 'rhizotome-chromium-')),
  });
}

const named = (role: string, name: string) => `::-p-aria([name="${name}"][role="${role}"])`;

/** Drives the app as a person does: by what is written on things. */
export class Driver {
  readonly complaints: string[] = [];

  private constructor(
    readonly page: Page,
    readonly address: string,
  ) {
    page.on('pageerror', (error) =>
      this.complaints.push(error instanceof Error ? error.message : String(error)),
    );
    page.on('console', (message) => {
      const expected = /ERR_CONNECTION_REFUSED|Failed to load resource/.test(message.text());
      if (message.type() === 'error' && !expected) this.complaints.push(message.text());
    });
  }

  static async open(
    browser: Browser | BrowserContext,
    address: string,
    size = { width: 1280, height: 800 },
  ): Promise<Driver> {
    const page = await browser.newPage();
    await page.setViewport(size);
    page.setDefaultTimeout(PATIENCE);
    const driver = new Driver(page, address);
    await driver.watch();
    return driver;
  }

  async go(path: string): Promise<void> {
    await this.page.goto(`${this.address}${path}`, { waitUntil: 'load' });
    await this.arrived();
  }

  /** As the browser's own button does. */
  async reload(): Promise<void> {
    await this.page.reload({ waitUntil: 'load' });
    await this.arrived();
  }

  /** The page is drawn, or says why it cannot be, and has all that it asked for. */
  async arrived(): Promise<void> {
    await this.page.waitForSelector('h1, main h2, [role=alert], [role=dialog], input[type=password]');
    await this.opened();
    await this.quiet();
    await this.settle();
  }

  /** Waits until nothing has been fetched for so long, but for the stream of events that stays open. */
  private async quiet(milliseconds = 500): Promise<void> {
    const begun = Date.now();
    let since = begun;
    while (Date.now() - since < milliseconds) {
      if (this.fetching.size > 0) since = Date.now();
      if (since - begun > PATIENCE) {
        const unanswered = [...this.fetching.values()].map(({ address }) => address);
        throw new Error(`Not answered in ${PATIENCE / 1000} s: ${unanswered.join(', ')}`);
      }
      await new Promise((done) => setTimeout(done, 20));
    }
  }

  /** What the document that is open asked for and is not answered, by request. */
  private readonly fetching = new Map<string, { readonly document: string; readonly address: string }>();

  /** A document that is gone is waited for no longer, nor what it asked for while the next one was fetched. */
  private async watch(): Promise<void> {
    const events = await this.page.createCDPSession();
    await Promise.all([events.send('Network.enable'), events.send('Page.enable')]);
    const ended = ({ requestId }: { requestId: string }) => void this.fetching.delete(requestId);
    events.on('Network.loadingFinished', ended);
    events.on('Network.loadingFailed', ended);
    events.on('Network.requestWillBeSent', ({ requestId, loaderId, request }) => {
      // Of a worker's own script, which no document asks for, the page is not told the end.
      if (!loaderId || /\/(?:events\?|presence$)/.test(request.url)) return;
      this.fetching.set(requestId, { document: loaderId, address: `${request.method} ${request.url}` });
    });
    events.on('Page.frameNavigated', ({ frame }) => {
      if (frame.parentId) return;
      for (const [id, { document }] of this.fetching)
        if (document !== frame.loaderId) this.fetching.delete(id);
    });
  }

  /** To another page of the app that is open, as a link in it goes: nothing is loaded again. */
  async visit(path: string): Promise<void> {
    await this.page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await this.quiet(100);
    await this.opened();
    await this.settle();
  }

  /** Lets the page draw what the last action changed; one that lies behind draws nothing. */
  private async settle(): Promise<void> {
    await this.page.evaluate(
      () =>
        new Promise((done) => {
          requestAnimationFrame(() => requestAnimationFrame(() => done(null)));
          setTimeout(done, 1000);
        }),
    );
  }

  /** The element with this accessible name and role. Brought to the front first: a page behind draws nothing. */
  async find(role: string, name: string): Promise<ElementHandle> {
    await this.page.bringToFront();
    const handle = (await this.page.waitForSelector(named(role, name), { visible: true }))!;
    await this.still(handle);
    return handle;
  }

  /** Waits until it can be pressed, as a person does before a button that is grey. */
  private async ready(handle: ElementHandle): Promise<void> {
    await this.page.waitForFunction((element) => !element.matches(':disabled'), {}, handle);
  }

  /** Waits until it stays where it is, as a hand does: what comes in above it pushes it on. */
  private async still(handle: ElementHandle): Promise<void> {
    await handle.evaluate(
      (element, most) =>
        new Promise<void>((done) => {
          const look = (before: string, left: number): void => {
            const { x, y, width, height } = element.getBoundingClientRect();
            const now = [x, y, width, height].join();
            if (now === before || left === 0) return done();
            requestAnimationFrame(() => look(now, left - 1));
          };
          look('', most);
        }),
      60,
    );
  }

  /** Clicks what a selector finds, or one of what it found, once it is seen, can be pressed and stays where it is. */
  async click(what: string | ElementHandle, options: ClickOptions = {}): Promise<void> {
    await this.page.bringToFront();
    const look = async () => {
      const handle =
        typeof what === 'string' ? (await this.page.waitForSelector(what, { visible: true }))! : what;
      await this.ready(handle);
      await this.still(handle);
      await handle.click(options);
    };
    // What was drawn anew between finding and clicking is looked for again, as a person would.
    await look().catch(async (error: Error) => {
      if (typeof what !== 'string' || !/detached|not clickable/.test(error.message)) throw error;
      await look();
    });
    await this.settle();
  }

  press(name: string, role = 'button'): Promise<void> {
    return this.click(named(role, name));
  }

  async stage(name: string): Promise<void> {
    await this.click(`nav[aria-label="Stages"] ::-p-text(${name})`);
    await this.page.waitForSelector(`nav [aria-current=page] ::-p-text(${name})`);
    await this.opened();
    await this.settle();
  }

  /** Waits until what comes when it is first opened has come. */
  private async opened(): Promise<void> {
    await this.page.waitForFunction(() => !document.querySelector('main')?.innerText.includes('Opening…'));
  }

  /** Replaces what a field holds and leaves it with Enter. */
  async type(label: string, text: string, enter = true, role = 'textbox'): Promise<void> {
    const field = await this.find(role, label);
    await this.click(field, { count: 3 });
    await this.page.keyboard.press('Backspace');
    await field.type(text);
    if (enter) await this.page.keyboard.press('Enter');
    await this.settle();
  }

  /** Puts a text of any length into a text area, as pasting does. */
  async paste(label: string, text: string): Promise<void> {
    await this.page.waitForSelector(`textarea[aria-label="${label}"]`);
    await this.page.$eval(
      `textarea[aria-label="${label}"]`,
      (area, value) => {
        Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(area, value);
        area.dispatchEvent(new Event('input', { bubbles: true }));
      },
      text,
    );
    await this.settle();
  }

  async choose(label: string, option: string): Promise<void> {
    const field = await this.find('combobox', label);
    await field.evaluate((select, wanted) => {
      const list = select as unknown as HTMLSelectElement;
      const found = [...list.options].find((o) => o.label.startsWith(wanted));
      if (!found) throw new Error(`No option ${wanted}`);
      Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!.call(list, found.value);
      list.dispatchEvent(new Event('change', { bubbles: true }));
    }, option);
    await this.settle();
  }

  /** One choice of a segmented control. */
  async pick(group: string, option: string): Promise<void> {
    await this.click(`[aria-label="${group}"] label ::-p-text(${option})`);
    await this.opened();
    await this.settle();
  }

  /** Under Systems, what becomes of the first that is on the disk: `stays`, `reinstall`, `retire`. */
  async become(option: string): Promise<void> {
    await this.stage('Systems');
    const group = await this.page.waitForSelector('[aria-label^="What to do with"]');
    await this.pick((await group!.evaluate((e) => e.getAttribute('aria-label')))!, option);
    await this.saved();
  }

  /** Waits until the page, or `within`, says this; letter case aside, since styles may change it. */
  async sees(text: string, within = 'body'): Promise<void> {
    await this.page.bringToFront();
    await this.page
      .waitForFunction(
        (selector, wanted) =>
          document
            .querySelector<HTMLElement>(selector)
            ?.innerText.replace(/\s+/g, ' ')
            .toLowerCase()
            .includes(wanted.toLowerCase()),
        {},
        within,
        text,
      )
      .catch(async () => {
        const shown = await this.text(within);
        throw new Error(`“${text}” does not appear in ${within}, which says: ${shown.slice(0, 1500)}`);
      });
  }

  async text(selector = 'body'): Promise<string> {
    await this.page.waitForSelector(selector);
    return this.page.$eval(selector, (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' '));
  }

  texts(selector: string): Promise<string[]> {
    return this.page.$$eval(selector, (list) =>
      list.map((e) => (e as HTMLElement).innerText.replace(/\s+/g, ' ').trim()),
    );
  }

  /** Labels of one core, from top to bottom. */
  async core(side: 'found' | 'planned'): Promise<string[]> {
    await this.page.waitForSelector(`[aria-label="Partitions as ${side}"] button`);
    return this.texts(`[aria-label="Partitions as ${side}"] button`);
  }

  async selectPart(id: string, side: 'found' | 'planned' = 'planned'): Promise<void> {
    await this.click(`[aria-label="Partitions as ${side}"] button[data-part="${id}"]`);
  }

  /** Gives free space to whom an offer names: the last of the plan, or the one with this id. */
  async give(offer: string, gap?: string): Promise<void> {
    const gaps = await this.page.$$eval(
      '[aria-label="Partitions as planned"] button[data-kind=gap]',
      (list) => list.map((e) => (e as HTMLElement).dataset['part']!),
    );
    await this.selectPart(gap ?? gaps.at(-1)!);
    await this.click(`[data-offer="${offer}"]`);
    await this.saved();
  }

  figure(name: string): Promise<string> {
    return this.text(`[data-figure="${name}"]`);
  }

  async saved(): Promise<void> {
    await this.page.waitForSelector('header [role=status][data-sync=saved]');
  }

  /** Gives files to a file input, as picking them does; of the ways in, that for files is chosen first. */
  async pickFile(nth: number, path: string): Promise<void> {
    const way = await this.page.$('::-p-aria([name="Image or capture"][role="tab"])');
    if (way) await this.click(way);
    const inputs = await this.page.$$('input[type=file]');
    await (inputs[nth] as ElementHandle<HTMLInputElement>).uploadFile(path);
  }
}
