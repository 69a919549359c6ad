import { mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from 'puppeteer-core';

const PAUSE_MS = 50;
/** As long as the driver waits for anything else. */
const PATIENCE_MS = 25_000;

/** The files that the app gives to the browser. */
export class Downloads {
  private constructor(private readonly folder: string) {}

  /** Creates `folder`, into which `browser` saves from now on. */
  static async into(folder: string, browser: Browser): Promise<Downloads> {
    mkdirSync(folder, { recursive: true });
    const client = await browser.target().createCDPSession();
    await client.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: folder });
    return new Downloads(folder);
  }

  /** The path of the file whose name ends so, once it is whole: until then the browser calls it otherwise. */
  async file(ending: string): Promise<string> {
    const until = Date.now() + PATIENCE_MS;
    for (;;) {
      const name = readdirSync(this.folder).find((file) => file.endsWith(ending));
      if (name) return join(this.folder, name);
      if (Date.now() > until)
        throw new Error(`No file of ${ending}: ${readdirSync(this.folder).join() || 'none at all'}`);
      await new Promise((done) => setTimeout(done, PAUSE_MS));
    }
  }
}
