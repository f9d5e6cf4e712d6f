// Times of several ways to do one thing, in µs for one call each: they take turns, so that what else the machine does
// meets all of them alike.
import { share } from './time.mjs';

export function race(contenders, budget = 600) {
  const names = Object.keys(contenders);
  const repeats = {};
  for (const name of names) {
    const work = contenders[name];
    for (let i = 0; i < 3; i++) work();
    const start = performance.now();
    work();
    // Turns of a millisecond or more: the clock is not finer than some microseconds.
    repeats[name] = Math.max(1, Math.ceil(1 / Math.max(1e-3, performance.now() - start)));
  }
  const times = Object.fromEntries(names.map((name) => [name, []]));
  const until = performance.now() + budget;
  for (let round = 0; performance.now() < until || round < 7; round++) {
    for (const name of names) {
      const start = performance.now();
      for (let i = 0; i < repeats[name]; i++) contenders[name]();
      times[name].push((1000 * (performance.now() - start)) / repeats[name]);
    }
  }
  return Object.fromEntries(names.map((name) => [name, share(times[name], 0.5)]));
}
