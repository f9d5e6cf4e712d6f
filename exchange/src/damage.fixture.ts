/** Random numbers from 0 to 1 that come back the same for the same seed (mulberry32; public domain). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A file cut short, or with bytes changed, left out, doubled or mixed: one kind of damage or two at once. */
export function damaged(bytes: Uint8Array, random: () => number): Uint8Array {
  const once = damagedOnce(bytes, random);
  return random() < 0.4 ? damagedOnce(once, random) : once;
}

function damagedOnce(bytes: Uint8Array, random: () => number): Uint8Array {
  const at = () => Math.floor(random() * bytes.length);
  const [a, b] = [at(), at()].sort((x, y) => x - y);
  const near = Math.min(bytes.length, a + Math.floor(random() * 40));
  switch (Math.floor(random() * 7)) {
    case 0:
      return bytes.slice(0, a);
    case 1:
      return bytes.slice(a);
    case 2: {
      const changed = bytes.slice();
      changed[a] = Math.floor(random() * 256);
      return changed;
    }
    case 3:
      // A few bytes left out.
      return Uint8Array.from([...bytes.subarray(0, a), ...bytes.subarray(near)]);
    case 4:
      return Uint8Array.from([...bytes.subarray(0, near), ...bytes.subarray(a)]);
    case 5: {
      // A stretch of it somewhere else.
      const changed = bytes.slice();
      changed.set(bytes.subarray(a, near), Math.min(b, bytes.length - (near - a)));
      return changed;
    }
    default: {
      // A digit, a sign or a mark in place of another.
      const changed = bytes.slice();
      const marks = '0123456789-+.,;:\'"()#$*eE<>/={}[] \n';
      for (let k = 0; k < 3; k++) changed[at()] = marks.charCodeAt(Math.floor(random() * marks.length));
      return changed;
    }
  }
}
