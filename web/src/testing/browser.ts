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

if (typeof window !== 'undefined') {
  Element.prototype.scrollIntoView = () => undefined;
  Object.assign(window, {
    TextDecoder,
    TextEncoder,
    ResizeObserver: Resizing,
    matchMedia: (media: string): Partial<MediaQueryList> => ({
      media,
      matches: false,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }),
  });
}
