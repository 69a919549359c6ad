export interface Wanted {
  /** Where its middle would best be, in pixels. */
  readonly at: number;
  readonly height: number;
}

/**
 * Middles for labels so that none overlaps another and all lie within `[0, height]`, each as near to where
 * it is wanted as the others let it be. `wanted` is in order from top to bottom, and stays so.
 * Where all together are taller than `height`, they are stacked from the top and run beyond it.
 * Linear: clusters of touching labels are merged about their mean, as in isotonic regression.
 */
export function placeLabels(wanted: readonly Wanted[], height: number): number[] {
  interface Cluster {
    top: number;
    size: number;
    /** Sum over its labels of the top each would like the cluster to have. */
    wish: number;
    count: number;
  }
  const clusters: Cluster[] = [];
  const settled = (c: Cluster) => Math.max(0, Math.min(c.wish / c.count, height - c.size));
  for (const { at, height: h } of wanted) {
    let next: Cluster = { top: 0, size: h, wish: at - h / 2, count: 1 };
    next.top = settled(next);
    for (let last = clusters.at(-1); last && last.top + last.size > next.top; last = clusters.at(-1)) {
      clusters.pop();
      next = {
        top: 0,
        size: last.size + next.size,
        wish: last.wish + next.wish - last.size * next.count,
        count: last.count + next.count,
      };
      next.top = settled(next);
    }
    clusters.push(next);
  }
  const middles: number[] = [];
  for (const cluster of clusters) {
    let top = cluster.top;
    for (let i = 0; i < cluster.count; i++) {
      const { height: h } = wanted[middles.length]!;
      middles.push(top + h / 2);
      top += h;
    }
  }
  return middles;
}
