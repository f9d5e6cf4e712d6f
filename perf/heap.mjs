// How much the heap grows by work that is done many times.
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc');

const used = () => {
  const { heapUsed, external, arrayBuffers } = process.memoryUsage();
  return heapUsed + external + arrayBuffers;
};

/** Bytes allocated by one call of `work`, which is warm; nothing is collected in between. */
export function allocated(work) {
  for (let i = 0; i < 5; i++) work();
  let least = Infinity;
  for (let round = 0; round < 5; round++) {
    collect();
    const before = used();
    work();
    least = Math.min(least, used() - before);
  }
  return Math.max(0, least);
}
