/** How windows of one browser tell each other how far a machine's plan is on the server. */
export interface Followers {
  tell(revision: number): void;
  /** Calls back with every revision that another window tells; returns what ends that. */
  listen(heard: (revision: number) => void): () => void;
}

export function followersOf(machineId: string): Followers {
  if (!('BroadcastChannel' in window)) return { tell: () => undefined, listen: () => () => undefined };
  const channel = new BroadcastChannel(`rhizotome:machine:${machineId}`);
  return {
    tell: (revision) => channel.postMessage(revision),
    listen(heard) {
      const on = ({ data }: MessageEvent<unknown>) => typeof data === 'number' && heard(data);
      channel.addEventListener('message', on);
      return () => {
        channel.removeEventListener('message', on);
        channel.close();
      };
    },
  };
}
