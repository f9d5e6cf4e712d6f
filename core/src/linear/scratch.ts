/** More numbers than this are not kept from call to call. */
const MOST = 1 << 16;

/**
 * A place for numbers in the making, which the next call takes over: for small things arrays of their own cost more
 * than what is computed with them. At least as long as asked for, and full of what was left there.
 */
export function scratch(): (length: number) => Float64Array {
  let room = new Float64Array(64);
  return (length) => {
    if (length > MOST) return new Float64Array(length);
    if (length > room.length) room = new Float64Array(2 * length);
    return room;
  };
}

/** The same for whole numbers. */
export function wholeScratch(): (length: number) => Int32Array {
  let room = new Int32Array(64);
  return (length) => {
    if (length > MOST) return new Int32Array(length);
    if (length > room.length) room = new Int32Array(2 * length);
    return room;
  };
}
