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

export function wishFields(wish: Wish): string[] {
  const { efi, untouched, mostMovedBytes, mostRestarts, mostSeconds, exposure } = wish;
  return [
    `wish efi ${efi}`,
    ...(untouched.length === 0 ? [] : [`untouched ${untouched.map(quoted).join(' ')}`]),
    ...(mostMovedBytes === null ? [] : [`moves at most ${formatExact(mostMovedBytes)}`]),
    ...(mostRestarts === null ? [] : [`restarts at most ${mostRestarts}`]),
    ...(mostSeconds === null ? [] : [`seconds at most ${mostSeconds}`]),
    ...(exposure === 'any' ? [] : ['nothing exposed']),
  ];
}

export function takeWish(fields: Fields): Wish {
  const efi = fields.subject.after('efi') ?? fields.subject.fault('Write: wish efi any, …');
  const untouched = fields.take('untouched');
  const [moved, restarts, seconds] = ['moves', 'restarts', 'seconds'].map((key) =>
    fields.take(`${key} at most`),
  );
  return {
    efi: choice(efi, ['any', ...EFI_STRATEGIES] as const),
    untouched: untouched ? stringsIn(untouched) : USUAL_WISH.untouched,
    mostMovedBytes: moved ? sizeIn(moved, NOTHING_KNOWN) : null,
    mostRestarts: restarts ? wholeNumber(restarts) : null,
    mostSeconds: seconds ? wholeNumber(seconds) : null,
    exposure: fields.flag('nothing exposed') ? 'none' : 'any',
  };
}

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
  'bytes' in of ? formatExact(of.bytes) : `${Number((of.share * 100).toFixed(6))}% of free`;

function amountIn(text: Text): Amount {
  const percent = /^(\d+(?:\.\d+)?)\s*% of free$/i.exec(text.text)?.[1];
  if (percent === undefined) {
    const size = sizeIn(text, NOTHING_KNOWN);
    return size > 0 ? { bytes: size } : text.fault('An amount is more than nothing.');
  }
  const share = Number(percent) / 100;
  return share > 0 && share <= 1 ? { share } : text.fault('A share is more than 0 % and at most 100 %.');
}
