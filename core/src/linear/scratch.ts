/** More numbers than this are not kept from call to call. */
const MOST = 1 << 16;

/**
 * A place for numbers in the making, which the next call takes over: for small things arrays of their own cost more
 * than what is computed with them. At least as long as asked for, and full of what was left there.
 */
export const scratch = () => roomOf((length) => new Float64Array(length));

/** The same for whole numbers. */
export const wholeScratch = () => roomOf((length) => new Int32Array(length));

function roomOf<Numbers extends Float64Array | Int32Array>(
  make: (length: number) => Numbers,
): (length: number) => Numbers {
  let room = make(64);
  return (length) => {
    if (length > MOST) return make(length);
    if (length > room.length) room = make(2 * length);
    return room;
  };
}
