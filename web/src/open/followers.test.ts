import { followersOf } from './followers.js';

const wait = () => new Promise((done) => setTimeout(done, 30));

describe('windows of one browser', () => {
  const before = Object.getOwnPropertyDescriptor(globalThis, 'window');
  afterEach(() => {
    if (before) Object.defineProperty(globalThis, 'window', before);
    else Reflect.deleteProperty(globalThis, 'window');
  });
  const inBrowser = (window: object) =>
    Object.defineProperty(globalThis, 'window', { value: window, configurable: true });

  test('hear how far another is, on the same machine only, and numbers only', async () => {
    inBrowser(globalThis);
    const [one, two, other] = [followersOf('m'), followersOf('m'), followersOf('n')];
    const heard: unknown[] = [];
    const elsewhere: unknown[] = [];
    const leave = two.listen((revision) => heard.push(revision));
    const leaveOther = other.listen((revision) => elsewhere.push(revision));
    one.tell(7);
    (one as { tell: (what: unknown) => void }).tell('seven');
    await wait();
    expect([heard, elsewhere]).toEqual([[7], []]);
    leave();
    one.tell(8);
    await wait();
    expect(heard).toEqual([7]);
    leaveOther();
    one.listen(() => undefined)();
  });

  test('that cannot hear each other do without', () => {
    inBrowser({});
    const alone = followersOf('m');
    alone.tell(1);
    alone.listen(() => undefined)();
  });
});
