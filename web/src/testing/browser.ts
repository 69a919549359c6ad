import { fileURLToPath } from 'node:url';
import { TextDecoderStream, TransformStream } from 'node:stream/web';
import { TextDecoder, TextEncoder } from 'node:util';

/** What a browser has and the test environment lacks. Nothing is ever laid out there: sizes are those of a usual window. */
class Resizing implements ResizeObserver {
  constructor(private readonly told: ResizeObserverCallback) {}

  observe(target: Element): void {
    const contentRect = { width: 760, height: 620, x: 0, y: 0, top: 0, left: 0, right: 760, bottom: 620 };
    const entry = { target, contentRect } as unknown as ResizeObserverEntry;
    this.told([entry], this);
  }
  unobserve(): void {}
  disconnect(): void {}
}

type Handler = (event: { readonly data: unknown }) => void;

/** The module of a worker, run beside its page: there is only one thread. */
class Working {
  onmessage: Handler | null = null;
  private handler: Handler | undefined;

  constructor(url: URL) {
    const here = globalThis.addEventListener;
    Object.assign(globalThis, {
      addEventListener: (_: string, handler: Handler) => (this.handler = handler),
    });
    jest.isolateModules(() => void jest.requireActual(fileURLToPath(url)));
    Object.assign(globalThis, { addEventListener: here });
  }

  postMessage(data: unknown): void {
    const here = globalThis.postMessage;
    Object.assign(globalThis, { postMessage: (answer: unknown) => this.onmessage?.({ data: answer }) });
    this.handler?.({ data });
    Object.assign(globalThis, { postMessage: here });
  }

  terminate(): void {}
}

if (typeof window !== 'undefined') {
  // Nothing is timed by this: a machine under load loads a panel late, not wrongly.
  jest
    .requireActual<{ configure(how: { asyncUtilTimeout: number }): void }>('@testing-library/dom')
    .configure({ asyncUtilTimeout: 15_000 });
  Element.prototype.scrollIntoView = () => undefined;
  Object.assign(window, {
    TextDecoder,
    TextEncoder,
    TextDecoderStream,
    TransformStream,
    ResizeObserver: Resizing,
    Worker: Working,
    matchMedia: (media: string): Partial<MediaQueryList> => ({
      media,
      matches: false,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }),
  });
}
