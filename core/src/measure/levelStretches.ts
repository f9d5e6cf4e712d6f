/** A stretch of a curve, by parameter and by length from the start in mm. */
export interface CurveStretch {
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
}

/** A number read along a curve at places in its order; straight between two of them. */
export interface Readings {
  readonly u: Float64Array;
  /** Length from the start in mm. */
  readonly s: Float64Array;
  readonly value: Float64Array;
}

/** Where the size of what was read is above a level, or not above it; stretches shorter than `least` mm left out. */
export function levelStretches(
  { u, s, value }: Readings,
  side: 'above' | 'below',
  level: number,
  least = 0,
): CurveStretch[] {
  const beyond = (k: number) => (side === 'above' ? k > level : k <= level);
  const found: CurveStretch[] = [];
  let open: { u: number; s: number } | null = null;
  const close = (end: { u: number; s: number }) => {
    if (open && end.s > open.s && end.s - open.s >= least) {
      found.push({ from: open.u, to: end.u, start: open.s, end: end.s });
    }
    open = null;
  };
  for (let i = 0; i < s.length; i++) {
    const [a, b] = [i > 0 ? Math.abs(value[i - 1]) : NaN, Math.abs(value[i])];
    const here = { u: u[i], s: s[i] };
    if (i === 0) {
      if (beyond(b)) open = here;
      continue;
    }
    // Between two places it can come down to 0 and go up again where it changes sides.
    const turns = value[i - 1] * value[i] < 0;
    const at = (share: number) => ({
      u: u[i - 1] + share * (u[i] - u[i - 1]),
      s: s[i - 1] + share * (s[i] - s[i - 1]),
    });
    const places = turns
      ? [(a - level) / (a + b), (a + level) / (a + b)].filter((share) => share > 0 && share < 1)
      : beyond(a) !== beyond(b)
        ? [(level - a) / (b - a)]
        : [];
    let isBeyond = open !== null;
    for (const share of places) {
      isBeyond = !isBeyond;
      if (isBeyond) open = at(share);
      else close(at(share));
    }
  }
  if (open && s.length > 0) close({ u: u[s.length - 1], s: s[s.length - 1] });
  return found;
}
