import { parentPort, workerData } from 'node:worker_threads';
import { randomNumbers } from '../src/linear/random.fixture';
import { badCalls, faultOf } from './badInput';
import { CHECKS } from './checks';

/** A stage of the campaign, played in a thread of its own so that what does not end can be ended. */
const { stage, from, until, seed } = workerData as { stage: number; from: number; until: number; seed: number };
const say = (message: object) => parentPort?.postMessage(message);

if (stage < 0) {
  const calls = badCalls();
  for (let i = from; i < calls.length; i++) {
    say({ kind: 'begins', index: i, what: `${calls[i].name}: ${calls[i].what}` });
    const start = performance.now();
    const fault = faultOf(calls[i]);
    const took = performance.now() - start;
    say({ kind: 'told', off: fault ? 2 : 0, what: `${calls[i].name}: ${calls[i].what} ${fault ?? ''}`, took });
  }
} else {
  for (let i = from; Date.now() < until; i++) {
    say({ kind: 'begins', index: i, what: `seed ${seed + i}` });
    const start = performance.now();
    try {
      const told = CHECKS[stage].play(randomNumbers(seed + i));
      const took = performance.now() - start;
      say(told ? { kind: 'told', ...told, took, what: `seed ${seed + i}: ${told.what}` } : { kind: 'silent' });
    } catch (error) {
      say({ kind: 'told', off: 2, what: `seed ${seed + i} throws ${String(error)}`, took: 0 });
    }
  }
}
say({ kind: 'done' });
