/** A label about a place, in pixels; `width` where it is not as wide as any. */
interface Placed {
  readonly x: number;
  readonly y: number;
  readonly width?: number;
}

/** Of labels that stand in a picture those that can be read: one that would lie on an earlier one is left out. */
export function apart<Label extends Placed>(
  labels: readonly Label[],
  most: number,
  height: number,
): ReadonlySet<Label> {
  const cells = new Map<string, Label[]>();
  const chosen = new Set<Label>();
  for (const label of labels) {
    const { x, y, width = most } = label;
    const [column, row] = [Math.floor(x / most), Math.floor(y / height)];
    const near = [-1, 0, 1].flatMap((i) => [-1, 0, 1].flatMap((j) => cells.get(`${column + i} ${row + j}`) ?? []));
    const lies = ({ x: otherX, y: otherY, width: other = most }: Placed) =>
      Math.abs(otherX - x) < (width + other) / 2 && Math.abs(otherY - y) < height;
    if (near.some(lies)) continue;
    chosen.add(label);
    const key = `${column} ${row}`;
    cells.set(key, [...(cells.get(key) ?? []), label]);
  }
  return chosen;
}
