import { idOf, type Unsent, type UnsentStore } from './unsent.js';

export type UnsentEdit = Extract<Unsent, { kind: 'edit' }>;

/** What the server has not confirmed, in the order in which it was made. Each is kept for the next window while the browser allows it. */
export class Outbox {
  private items: readonly Unsent[];
  /** What the browser did not keep: it lives as long as this window. */
  private readonly heldHere = new Set<string>();

  /** Begins with what windows before this one left. */
  constructor(
    private readonly machineId: string,
    private readonly store: UnsentStore,
  ) {
    this.items = store.load(machineId);
  }

  get all(): readonly Unsent[] {
    return this.items;
  }

  get first(): Unsent | undefined {
    return this.items[0];
  }

  get length(): number {
    return this.items.length;
  }

  /** Whether all of it would outlive this window. */
  get kept(): boolean {
    return this.heldHere.size === 0;
  }

  /** The item of that key. */
  find(key: string | undefined): Unsent | undefined {
    return this.items.find((item) => idOf(item) === key);
  }

  /** The next edits that can go together, `most` of them: none passes a reading that was taken before it. */
  batch(most: number): readonly UnsentEdit[] {
    const upTo = this.items.findIndex((item) => item.kind === 'survey');
    return this.items
      .slice(0, Math.min(upTo < 0 ? this.items.length : upTo, most))
      .filter((item) => item.kind === 'edit');
  }

  add(item: Unsent): void {
    this.items = [...this.items, item];
    this.keep(item);
  }

  /** Takes away what the server has, or what is set aside. */
  drop(items: readonly Unsent[]): void {
    const gone = new Set(items.map(idOf));
    this.items = this.items.filter((item) => !gone.has(idOf(item)));
    for (const item of items) {
      this.store.remove(this.machineId, item);
      this.heldHere.delete(idOf(item));
    }
  }

  /** Holds these and no others: what else was here is dropped. */
  become(items: readonly Unsent[]): void {
    this.drop(this.items.filter((item) => !items.some((kept) => idOf(kept) === idOf(item))));
    this.items = items;
    for (const item of items) this.keep(item);
  }

  /** Puts these before all that is here, in the order in which they are given. */
  putFirst(items: readonly Unsent[]): void {
    const rest = this.items.filter((item) => !items.some((first) => idOf(first) === idOf(item)));
    this.drop(this.items);
    for (const item of [...items, ...rest]) this.add(item);
  }

  private keep(item: Unsent): void {
    if (this.store.add(this.machineId, item)) this.heldHere.delete(idOf(item));
    else this.heldHere.add(idOf(item));
  }
}
