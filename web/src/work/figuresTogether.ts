/** What of a curve's shape is looked at before and after it is changed. */
export interface ShapeFigures {
  /** Lumps as large as are listed, and the share of the largest, 0 without. */
  readonly lumps: number;
  readonly largest: number;
  /** The smallest radius in mm and the length from the start where it is; null for a straight curve. */
  readonly tightest: { readonly radius: number; readonly s: number } | null;
  /** E_mv in mm⁻³, and F = L³ E_mv. */
  readonly variation: number;
  readonly fairness: number;
  readonly controlPoints: number;
  readonly length: number;
}

/** The figures of several curves that are changed together. */
export function figuresTogether(all: readonly ShapeFigures[]): ShapeFigures {
  const [first, ...others] = all;
  return others.reduce((a, b): ShapeFigures => {
    const [length, variation] = [a.length + b.length, a.variation + b.variation];
    const isTighter = b.tightest && (!a.tightest || b.tightest.radius < a.tightest.radius);
    return {
      lumps: a.lumps + b.lumps,
      largest: Math.max(a.largest, b.largest),
      tightest: isTighter ? b.tightest : a.tightest,
      variation,
      fairness: length ** 3 * variation,
      controlPoints: a.controlPoints + b.controlPoints,
      length,
    };
  }, first);
}
