/** Places, packed x y z, without those that have no distance from the last one kept, be it by underflow. */
export function withoutRepeats(places: ArrayLike<number>): Float64Array {
  const kept: number[] = [];
  for (let i = 0; i < places.length; i += 3) {
    const k = kept.length;
    const [x, y, z] = [places[i], places[i + 1], places[i + 2]];
    const apart = k === 0 || (x - kept[k - 3]) ** 2 + (y - kept[k - 2]) ** 2 + (z - kept[k - 1]) ** 2 > 0;
    if (apart) kept.push(x, y, z);
  }
  return Float64Array.from(kept);
}
