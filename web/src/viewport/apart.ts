/** Of labels that stand in a picture those that can be read: one that would lie on an earlier one is left out. */
export function apart<Label extends { readonly x: number; readonly y: number }>(
  labels: readonly Label[],
  width: number,
  height: number,
): ReadonlySet<Label> {
  const cells = new Map<string, Label[]>();
  const chosen = new Set<Label>();
  for (const label of labels) {
    const [column, row] = [Math.floor(label.x / width), Math.floor(label.y / height)];
    const near = [-1, 0, 1].flatMap((i) => [-1, 0, 1].flatMap((j) => cells.get(`${column + i} ${row + j}`) ?? []));
    if (near.some(({ x, y }) => Math.abs(x - label.x) < width && Math.abs(y - label.y) < height)) continue;
    chosen.add(label);
    const key = `${column} ${row}`;
    cells.set(key, [...(cells.get(key) ?? []), label]);
  }
  return chosen;
}
