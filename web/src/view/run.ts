import {
  angleBetween,
  type Curve,
  derivatives,
  distance,
  domainOf,
  reverse,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';

/** A drawn curve that may be part of a run. */
export interface RunCurve {
  readonly id: Id;
  readonly curve: Curve;
}

/** Curves that go on in each other from end to end: what lies before a curve, and what after it, each in order. */
export interface Run<Each extends RunCurve = RunCurve> {
  readonly before: readonly Each[];
  readonly after: readonly Each[];
}

const known = new WeakMap<Curve, Curve>();

/** A curve the other way round; the same one each time, and that again the other way round is the curve itself. */
export function reversed(curve: Curve): Curve {
  let found = known.get(curve);
  if (!found) {
    found = reverse(curve);
    known.set(curve, found);
    known.set(found, curve);
  }
  return found;
}

/**
 * The run that a curve is part of: at each end the curve goes on whose end lies within `within` mm of it, turned round
 * where it runs the other way; of several the one that turns least. A run that closes ends before it comes round again.
 */
export function runThrough<Each extends RunCurve>(own: Each, among: readonly Each[], within: number): Run<Each> {
  const left = new Set(among.filter(({ id, curve }) => id !== own.id && curve.closing === 'open'));
  const go = (from: Each): Each[] => {
    const run: Each[] = [];
    let end = endOf(from.curve);
    for (;;) {
      const next = nextAfter(end, left, within);
      if (!next) return run;
      left.delete(next.each);
      run.push({ ...next.each, curve: next.curve });
      end = endOf(next.curve);
    }
  };
  if (own.curve.closing !== 'open') return { before: [], after: [] };
  const after = go(own);
  const before = go({ ...own, curve: reversed(own.curve) });
  return { before: before.map((each) => ({ ...each, curve: reversed(each.curve) })).reverse(), after };
}

interface EndPlace {
  readonly at: Vector3;
  readonly tangent: Vector3;
}

function placeAt(curve: Curve, u: number): EndPlace {
  const d = derivatives(curve, u, 1);
  return { at: vectorAt(d, 0), tangent: vectorAt(d, 1) };
}

const startOf = (curve: Curve): EndPlace => placeAt(curve, domainOf(curve)[0]);
const endOf = (curve: Curve): EndPlace => placeAt(curve, domainOf(curve)[1]);

function nextAfter<Each extends RunCurve>(end: EndPlace, left: ReadonlySet<Each>, within: number) {
  let best: { readonly each: Each; readonly curve: Curve; readonly turn: number } | null = null;
  for (const each of left) {
    for (const isTurned of [false, true]) {
      const away = distance(placeOf(each.curve, isTurned), end.at);
      if (!(away <= within)) continue;
      const curve = isTurned ? reversed(each.curve) : each.curve;
      const turn = angleBetween(end.tangent, startOf(curve).tangent);
      if (!best || turn < best.turn) best = { each, curve, turn };
    }
  }
  return best;
}

const placeOf = (curve: Curve, isEnd: boolean): Vector3 => (isEnd ? endOf(curve) : startOf(curve)).at;
