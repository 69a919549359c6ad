import type { CopyFault } from './gpt/decode.js';
import type { ChainFault } from './mbr/chain.js';
import { message, type Phrase, type PhraseCode } from '../words/index.js';

/** Something wrong with, or unusual about, the table of a disk. Figures in logical sectors. */
export type Damage =
  | { readonly id: 'primary-broken'; readonly fault: CopyFault }
  | { readonly id: 'backup-broken'; readonly fault: CopyFault }
  | { readonly id: 'backup-not-at-end'; readonly atLba: number; readonly lastLba: number }
  | { readonly id: 'both-broken'; readonly primary: CopyFault; readonly backup: CopyFault }
  | { readonly id: 'copies-differ' }
  | { readonly id: 'protective-missing' }
  | { readonly id: 'protective-short'; readonly coversSectors: number; readonly diskSectors: number }
  | { readonly id: 'hybrid'; readonly slots: number }
  /** The MBR is in force; a GPT that nobody follows lies beside it. */
  | { readonly id: 'gpt-left-over'; readonly entries: number }
  | { readonly id: 'out-of-range'; readonly number: number }
  | { readonly id: 'overlap'; readonly numbers: readonly [number, number] }
  | { readonly id: 'logicals-not-read'; readonly number: number }
  | { readonly id: 'chain-broken'; readonly number: number; readonly fault: ChainFault }
  | { readonly id: 'logical-outside'; readonly number: number; readonly container: number }
  | { readonly id: 'two-containers'; readonly numbers: readonly [number, number] };

type CopyCode = `copy.${CopyFault['code']}`;
type ChainCode = `chain.${ChainFault['code']}`;

const copySays = ({ code, ...facts }: CopyFault) => said<CopyCode>(`copy.${code}`, facts);
const chainSays = ({ code, ...facts }: ChainFault) => said<ChainCode>(`chain.${code}`, facts);

/** What is wrong, and what was read instead. */
export function damageSays(damage: Damage): Phrase {
  switch (damage.id) {
    case 'primary-broken':
    case 'backup-broken':
      return message(`damage.${damage.id}`, { fault: copySays(damage.fault) });
    case 'both-broken':
      return message('damage.both-broken', {
        primary: copySays(damage.primary),
        backup: copySays(damage.backup),
      });
    case 'chain-broken':
      return message('damage.chain-broken', { number: damage.number, fault: chainSays(damage.fault) });
    case 'backup-not-at-end':
    case 'copies-differ':
    case 'gpt-left-over':
    case 'hybrid':
    case 'logical-outside':
    case 'logicals-not-read':
    case 'out-of-range':
    case 'overlap':
    case 'protective-missing':
    case 'protective-short':
    case 'two-containers': {
      const { id, ...facts } = damage;
      return said(`damage.${id}`, facts);
    }
  }
}

/** What is wrong, in a few words. */
export const damageTitle = ({ id }: Damage): Phrase => said(`damaged.${id}`, {});

/** A message whose sentence takes just the facts of what it is about. */
const said = <C extends PhraseCode>(code: C, facts: object): Phrase => ({
  code,
  with: Object.keys(facts).length === 0 ? null : facts,
});
