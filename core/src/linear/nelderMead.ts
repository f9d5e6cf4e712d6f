export interface NelderMeadOptions {
  /** The size of the first simplex, along each axis. */
  readonly step: number;
  /** It ends when the simplex is no wider than this. */
  readonly width: number;
  readonly most?: number;
}

const MOST = 400;

/**
 * The place with the least value found near `start`, in few dimensions and without derivatives: reflection, expansion,
 * contraction and shrinking of a simplex. A value of Infinity is a place that cannot be. (Nelder, Mead, A simplex method
 * for function minimization, Computer Journal 7, 1965; the order of the steps: Lagarias et al., SIAM J. Optimization 9,
 * 1998.)
 */
export function leastNear(
  f: (x: readonly number[]) => number,
  start: readonly number[],
  { step, width, most = MOST }: NelderMeadOptions,
): { readonly x: readonly number[]; readonly value: number } {
  const n = start.length;
  let left = most;
  const look = (x: readonly number[]) => {
    left--;
    return { x, value: f(x) };
  };
  const corners = [
    look(start),
    ...start.map((_, i) => look(start.map((value, k) => (k === i ? value + step : value)))),
  ];
  const sort = () => corners.sort((a, b) => a.value - b.value);
  const isWide = () => corners.some(({ x }) => x.some((value, k) => Math.abs(value - corners[0].x[k]) > width));
  for (sort(); left > 0 && isWide(); sort()) {
    const worst = corners[n];
    const centre = start.map((_, k) => corners.slice(0, n).reduce((sum, { x }) => sum + x[k], 0) / n);
    const away = (share: number) => look(centre.map((value, k) => value + share * (value - worst.x[k])));
    const reflected = away(1);
    if (reflected.value < corners[0].value) {
      const expanded = away(2);
      corners[n] = expanded.value < reflected.value ? expanded : reflected;
    } else if (reflected.value < corners[n - 1].value) {
      corners[n] = reflected;
    } else {
      const contracted = away(reflected.value < worst.value ? 0.5 : -0.5);
      if (contracted.value < Math.min(reflected.value, worst.value)) corners[n] = contracted;
      else {
        for (let i = 1; i <= n; i++) {
          corners[i] = look(corners[i].x.map((value, k) => (value + corners[0].x[k]) / 2));
        }
      }
    }
  }
  return corners[0];
}
