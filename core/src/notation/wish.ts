import { EFI_STRATEGIES, USUAL_WISH, type Wish } from '../plan/index.js';
import { formatExact } from '../quantity/index.js';
import {
  LEVELS_OF_SIZE,
  SWAP_RULES,
  USUAL_SYSTEM_WISH,
  type Amount,
  type SystemWish,
} from '../system/index.js';
import { NOTHING_KNOWN } from './context.js';
import { choice, sizeIn, wholeNumber, type Fields } from './fields.js';
import { quoted, stringsIn, type Text } from './lines.js';
import { message } from '../words/index.js';

export function wishFields(wish: Wish): string[] {
  const { efi, efiFreeBytes, keep, untouched, mostMovedBytes, mostRestarts, mostSeconds, exposure } = wish;
  return [
    `wish efi ${efi}`,
    ...(efiFreeBytes === null ? [] : [`share with free ${formatExact(efiFreeBytes)}`]),
    ...(keep === 'advised'
      ? []
      : [`keeps ${percent(keep.factor)}% of used`, `keeps free ${formatExact(keep.freeBytes)}`]),
    ...(untouched.length === 0 ? [] : [`untouched ${untouched.map(quoted).join(' ')}`]),
    ...(mostMovedBytes === null ? [] : [`moves at most ${formatExact(mostMovedBytes)}`]),
    ...(mostRestarts === null ? [] : [`restarts at most ${mostRestarts}`]),
    ...(mostSeconds === null ? [] : [`seconds at most ${mostSeconds}`]),
    ...(exposure === 'any' ? [] : ['nothing exposed']),
  ];
}

export function takeWish(fields: Fields): Wish {
  const efi = fields.subject.after('efi') ?? fields.subject.fault(message('text.wish-efi'));
  const untouched = fields.take('untouched');
  const free = fields.take('share with free');
  const [moved, restarts, seconds] = ['moves', 'restarts', 'seconds'].map((key) =>
    fields.take(`${key} at most`),
  );
  return {
    efi: choice(efi, ['any', ...EFI_STRATEGIES] as const),
    efiFreeBytes: free ? sizeIn(free, NOTHING_KNOWN) : null,
    keep: takeKeep(fields),
    untouched: untouched ? stringsIn(untouched) : USUAL_WISH.untouched,
    mostMovedBytes: moved ? sizeIn(moved, NOTHING_KNOWN) : null,
    mostRestarts: restarts ? wholeNumber(restarts) : null,
    mostSeconds: seconds ? wholeNumber(seconds) : null,
    exposure: fields.flag('nothing exposed') ? 'none' : 'any',
  };
}

/** Both are told, or neither. */
function takeKeep(fields: Fields): Wish['keep'] {
  const free = fields.take('keeps free');
  const used = fields.take('keeps');
  if (!free && !used) return 'advised';
  const factor = /^(\d+(?:\.\d+)?)\s*% of used$/i.exec(used?.text ?? '')?.[1];
  if (!free || factor === undefined) return (used ?? free)!.fault(message('text.keeps-both'));
  const keep = { factor: Number(factor) / 100, freeBytes: sizeIn(free, NOTHING_KNOWN) };
  return keep.factor >= 1 && keep.factor <= 10 ? keep : used!.fault(message('text.keeps-share'));
}

const percent = (share: number): number => Number((share * 100).toFixed(6));

/** What is wished for one system, as fields of its line. */
export function systemWishFields({ size, home, swap }: SystemWish): string[] {
  return [
    `wished ${typeof size === 'string' ? size : amount(size)}`,
    ...(home === 'on-root' ? [] : [`wished home ${amount(home)}`]),
    ...(swap === 'advised' ? [] : [`wished swap ${swap}`]),
  ];
}

export function takeSystemWish(fields: Fields): SystemWish | undefined {
  const home = fields.take('wished home');
  const swap = fields.oneOf('wished swap', ['advised', ...SWAP_RULES] as const);
  const size = fields.take('wished');
  if (!home && !swap && !size) return undefined;
  const level = LEVELS_OF_SIZE.find((l) => l === size?.text.toLowerCase());
  return {
    size: level ?? (size ? amountIn(size) : USUAL_SYSTEM_WISH.size),
    home: home ? amountIn(home) : USUAL_SYSTEM_WISH.home,
    swap: swap ?? USUAL_SYSTEM_WISH.swap,
  };
}

const amount = (of: Amount): string =>
  'bytes' in of ? formatExact(of.bytes) : `${percent(of.share)}% of free`;

function amountIn(text: Text): Amount {
  const told = /^(\d+(?:\.\d+)?)\s*% of free$/i.exec(text.text)?.[1];
  if (told === undefined) {
    const size = sizeIn(text, NOTHING_KNOWN);
    return size > 0 ? { bytes: size } : text.fault(message('text.amount'));
  }
  const share = Number(told) / 100;
  return share > 0 && share <= 1 ? { share } : text.fault(message('text.share'));
}
