import type { Browser } from 'puppeteer-core';
import { Driver, launch } from './driver.js';
import { TestServer } from './server.js';

export interface Session {
  readonly server: TestServer;
  readonly browser: Browser;
  readonly app: Driver;
}

/** A server of its own, a browser and one page for a file of tests; all gone after them. Use its members inside tests only. */
export function session(settings: NodeJS.ProcessEnv = {}): Session {
  const server = new TestServer(settings);
  let browser: Browser;
  let app: Driver;
  beforeAll(async () => {
    await server.start();
    browser = await launch();
    app = await Driver.open(browser, server.address);
  });
  afterAll(async () => {
    await browser.close();
    await server.dispose();
  });
  return {
    server,
    get browser() {
      return browser;
    },
    get app() {
      return app;
    },
  };
}
