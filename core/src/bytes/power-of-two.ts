/** Whether `n` is a power of two within these bounds, both included. */
export function isPowerOfTwo(n: number, least: number, most: number): boolean {
  return n >= least && n <= most && Number.isInteger(Math.log2(n));
}
