/** Indices of the places, packed x y z, that have a distance from the last one kept, which may be lost to underflow. */
export function apartFrom(places: ArrayLike<number>): number[] {
  const kept: number[] = [];
  for (let i = 0; i < places.length / 3; i++) {
    const before = kept[kept.length - 1];
    const off = (c: number) => (places[3 * i + c] - places[3 * before + c]) ** 2;
    if (before === undefined || off(0) + off(1) + off(2) > 0) kept.push(i);
  }
  return kept;
}
