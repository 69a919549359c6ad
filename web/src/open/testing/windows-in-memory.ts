import type { Followers } from '../followers.js';

/** Windows of one browser that hear each other. */
export function windowsInMemory() {
  const ears = new Set<(revision: number) => void>();
  return {
    follower: (): Followers => {
      let own: ((revision: number) => void) | undefined;
      return {
        tell: (revision) => ears.forEach((ear) => ear !== own && ear(revision)),
        listen: (heard) => {
          own = heard;
          ears.add(heard);
          return () => ears.delete(heard);
        },
      };
    },
  };
}
