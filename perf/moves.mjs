// What the main thread does while the pointer moves, or while a page opens, from the browser's trace.
import { share } from './time.mjs';

const MOVES = 60;
const SCRIPTS = ['EventDispatch', 'FireAnimationFrame', 'FunctionCall', 'TimerFire', 'RunMicrotasks'];
const PAINT = ['UpdateLayoutTree', 'Layout', 'PrePaint', 'Paint', 'Layerize'];
const COMMIT = ['Commit'];
const TASK = ['RunTask'];
const LONG_TASK_MS = 50;
const CATEGORIES = ['devtools.timeline', 'disabled-by-default-devtools.timeline'];

/**
 * Moves the pointer step by step. In ms between one move and the next: scripting, as CPU time of the main thread and by
 * the clock; layout and paint, CPU time; the commit by the clock, since the thread waits in it; the wall clock. And the
 * tasks, as `tasksIn` counts them.
 */
export async function moved(page, browser, move) {
  // The engine compiles what runs often; a hand on the mouse passes that in the first half second.
  for (let i = 1; i <= MOVES / 2; i++) await move(i);
  await browser.startTracing(page, { categories: CATEGORIES });
  for (let i = 1; i <= MOVES; i++) await move(i + MOVES / 2);
  const events = timed(await browser.stopTracing());
  const moves = events.filter(({ name, args }) => name === 'EventDispatch' && args.data?.type === 'pointermove');
  const main = events.filter(({ tid }) => tid === moves[0].tid);
  const perMove = (names, time) => spread(outermost(main, names), moves, time);
  const scripting = perMove(SCRIPTS, ({ tdur }) => tdur);
  return {
    p50: share(scripting, 0.5),
    p95: share(scripting, 0.95),
    clock: share(
      perMove(SCRIPTS, ({ dur }) => dur),
      0.95,
    ),
    paint: share(
      perMove(PAINT, ({ tdur }) => tdur),
      0.95,
    ),
    commit: share(
      perMove(COMMIT, ({ dur }) => dur),
      0.95,
    ),
    wall: (moves[moves.length - 1].ts - moves[0].ts) / 1000 / (moves.length - 1),
    ...tasksIn(main, moves[0].ts),
  };
}

/** The longest task of the page's main thread in ms and how many were long, while something is done. */
export async function tasksDuring(page, browser, work) {
  await browser.startTracing(page, { categories: CATEGORIES });
  await work();
  const events = timed(await browser.stopTracing());
  const mains = new Set(events.filter(({ name }) => name === 'FireAnimationFrame').map(({ tid }) => tid));
  return tasksIn(events.filter(({ tid }) => mains.has(tid)));
}

/** Tasks by the CPU time that they took and the time that they waited for the compositor at commit. */
function tasksIn(main, from = -Infinity) {
  const commits = outermost(main, COMMIT);
  const tasks = outermost(main, TASK).filter(({ ts, dur }) => ts + dur > from);
  const times = tasks.map(({ ts, dur, tdur }) => {
    const own = commits.filter((each) => each.ts >= ts && each.ts < ts + dur);
    return own.reduce((sum, each) => sum + Math.max(0, each.dur - each.tdur), tdur) / 1000;
  });
  return { longest: Math.max(...times), longTasks: times.filter((time) => time > LONG_TASK_MS).length };
}

/** The events that last, in the order of time. */
const timed = (trace) =>
  JSON.parse(trace.toString())
    .traceEvents.filter(({ ph, dur }) => ph === 'X' && dur > 0)
    .map((event) => ({ tdur: 0, ...event }))
    .sort((a, b) => a.ts - b.ts);

/** Those of some names that stand in no other of these. */
function outermost(events, names) {
  let end = -Infinity;
  return events.filter(({ name, ts, dur }) => {
    if (!names.includes(name) || ts < end) return false;
    end = ts + dur;
    return true;
  });
}

/** The ms of events between each move and the next. */
function spread(events, moves, time) {
  const perMove = moves.map(() => 0);
  for (const event of events) {
    const at = moves.findLastIndex(({ ts }) => ts <= event.ts);
    if (at >= 0) perMove[at] += time(event) / 1000;
  }
  return perMove;
}
