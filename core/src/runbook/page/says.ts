import { sayIn, type Catalogue, type Code, type Message } from '../../words/index.js';

/** The sentences of one language. */
export class Says {
  constructor(readonly catalogue: Catalogue) {}

  say<C extends Code>(code: C, params: Message<C>['with']): string {
    return String(sayIn(this.catalogue, { code, with: params }));
  }

  readonly said = <C extends Code>(said: Message<C>) => sayIn(this.catalogue, said);
}
