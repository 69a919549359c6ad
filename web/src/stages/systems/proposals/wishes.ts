import {
  USUAL_SYSTEM_WISH,
  USUAL_WISH,
  type Amount,
  type Edit,
  type Plan,
  type System,
  type SystemWish,
  type Wish,
} from '@rhizotome/core';

export const SIZE_CHOICES = ['least', 'comfortable', 'generous', 'half', 'all', 'bytes'] as const;
export type SizeChoice = (typeof SIZE_CHOICES)[number];
export const HOME_CHOICES = ['on-root', 'half', 'all', 'bytes'] as const;
export type HomeChoice = (typeof HOME_CHOICES)[number];

export const wishOf = (system: System): SystemWish => system.wish ?? USUAL_SYSTEM_WISH;

export const changeWish = (system: System, changes: Partial<SystemWish>): Edit => ({
  kind: 'change-system',
  system: system.id,
  changes: { wish: { ...wishOf(system), ...changes } },
});

export const changeWishes = (plan: Plan, changes: Partial<Wish>): Edit => ({
  kind: 'wish-for',
  wish: { ...(plan.wish ?? USUAL_WISH), ...changes },
});

type ChoiceOfAmount = 'half' | 'all' | 'bytes';

/** Under which choice a wish stands; shares that the choices do not have are taken as the next one. */
export function choiceOf<T extends string>(wish: T | Amount): T | ChoiceOfAmount {
  if (typeof wish === 'string') return wish;
  if ('bytes' in wish) return 'bytes';
  return wish.share > 0.75 ? 'all' : 'half';
}

/** What a choice stands for; one for a size of one’s own begins with the size that is given. */
export function chosen<T extends string>(
  choice: T | ChoiceOfAmount,
  begun: number,
): Exclude<T, ChoiceOfAmount> | Amount {
  switch (choice) {
    case 'half':
      return { share: 0.5 };
    case 'all':
      return { share: 1 };
    case 'bytes':
      return { bytes: begun };
    default:
      return choice as Exclude<T, ChoiceOfAmount>;
  }
}
