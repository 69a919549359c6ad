export interface Edge {
  readonly top: number;
  readonly bottom: number;
}

const round = (n: number) => Math.round(n * 10) / 10;

/** A band from the edge at `x0` to the one at `x1`, leaving and arriving level. */
export function ribbonPath(x0: number, left: Edge, x1: number, right: Edge): string {
  const middle = round((x0 + x1) / 2);
  const curve = (fromY: number, toX: number, toY: number) =>
    `C${middle} ${round(fromY)} ${middle} ${round(toY)} ${toX} ${round(toY)}`;
  return `M${x0} ${round(left.top)}${curve(left.top, x1, right.top)}L${x1} ${round(right.bottom)}${curve(right.bottom, x0, left.bottom)}Z`;
}

const TOOTH = 7;

/** A band torn off half-way: a ragged edge of teeth of constant size at `x1`. */
export function tornPath(x0: number, left: Edge, x1: number): string {
  const height = left.bottom - left.top;
  const teeth = Math.max(1, Math.round(height / TOOTH));
  const points: string[] = [];
  for (let i = 0; i <= teeth * 2; i++) {
    const y = left.top + (height * i) / (teeth * 2);
    points.push(`L${round(i % 2 === 0 ? x1 : x1 - TOOTH)} ${round(y)}`);
  }
  return `M${x0} ${round(left.top)}${points.join('')}L${x0} ${round(left.bottom)}Z`;
}
