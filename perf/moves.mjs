// What the main thread does between one move of the pointer and the next, from the browser's trace.
import { share } from './time.mjs';

const MOVES = 60;
const SCRIPTS = ['EventDispatch', 'FireAnimationFrame', 'FunctionCall', 'TimerFire', 'RunMicrotasks'];
const DRAWING = ['UpdateLayoutTree', 'Layout', 'PrePaint', 'Paint', 'Layerize', 'Commit'];

/** Moves the pointer step by step; gives scripting and drawing between two moves in ms, and the tasks of scripts. */
export async function moved(page, browser, move) {
  // The engine compiles what runs often; a hand on the mouse passes that in the first half second.
  for (let i = 1; i <= MOVES / 2; i++) await move(i);
  await browser.startTracing(page, { categories: ['devtools.timeline'] });
  for (let i = 1; i <= MOVES; i++) await move(i + MOVES / 2);
  const trace = JSON.parse((await browser.stopTracing()).toString());
  const events = trace.traceEvents.filter(({ ph, dur }) => ph === 'X' && dur > 0);
  const moves = events.filter(({ name, args }) => name === 'EventDispatch' && args.data?.type === 'pointermove');
  const main = moves[0].tid;
  const own = (names) =>
    events.filter(({ name, tid }) => tid === main && names.includes(name)).sort((a, b) => a.ts - b.ts);
  const scripts = own(SCRIPTS);
  const perMove = spread(scripts, moves);
  const drawing = spread(own(DRAWING), moves);
  const longTasks = scripts.filter(({ dur }) => dur > 50_000).length;
  const longest = Math.max(...scripts.map(({ dur }) => dur)) / 1000;
  return { p50: share(perMove, 0.5), p95: share(perMove, 0.95), longest, longTasks, drawing: share(drawing, 0.95) };
}

/** The ms of events between each move and the next. */
function spread(events, moves) {
  const perMove = moves.map(() => 0);
  let end = -Infinity;
  for (const { ts, dur } of events) {
    // Nested events are counted once.
    if (ts + dur <= end) continue;
    const own = ts + dur - Math.max(ts, end);
    end = ts + dur;
    const at = moves.findLastIndex((each) => each.ts <= ts);
    if (at >= 0) perMove[at] += own / 1000;
  }
  return perMove;
}
