import {
  arcThrough,
  type Curve,
  distance,
  ellipticArc,
  failed,
  homogeneous,
  InvalidCurve,
  lineBetween,
  makeCurve,
  type Result,
  type Vector3,
  withCoordinate,
} from '@pencil-bend/core';
import { chained } from '../chain';
import { classicCount, classicError, classicHandle } from '../classicArc';
import { foreignOf } from '../foreignCurve';
import { Gathering, type Incoming, mustBeFewCurves, PLAIN_LOOK, TooMuch } from '../incoming';
import { polylineOf } from '../polyline';
import type { ReadOptions } from '../readOptions';
import type { FileUnit } from '../report';
import { placeOn } from './places';
import { type Move, readMachinePath } from './read';

type Arc = Move & { readonly kind: 'arc' };

/** Helices are drawn within this, in mm. */
const HELIX_WITHIN = 0.001;

/**
 * The curves that a machine path cuts: what it does between two rapid moves is one, of lines and exact arcs. Plunges
 * straight down or up are left out. Fails, in words, for a file without any. Never throws.
 */
export function readMachine(bytes: Uint8Array, { assumed, progress }: ReadOptions = {}): Result<Incoming, string> {
  const path = readMachinePath(bytes);
  const gathering = new Gathering();
  for (const { line, what, isEnd } of path.problems) {
    if (isEnd) gathering.problems.add('line', `${what}: the path is read up to there`, { line });
    else gathering.leftOut.add('arc', what, { line });
  }
  // A path without units is in mm here, and scaled where the user says so.
  const factor = path.areUnitsSaid || !assumed ? 1 : assumed.toMm;
  const unit: FileUnit = path.areUnitsSaid
    ? { name: path.units, toMm: path.units === 'in' ? 25.4 : 1, assumed: false }
    : (assumed ?? { name: 'mm', toMm: 1, assumed: true });
  const runs = runsOf(path.moves);
  try {
    mustBeFewCurves(runs.length);
    runs.forEach((run, i) => {
      takeRun(run, i, factor, gathering);
      progress?.((i + 1) / runs.length);
    });
  } catch (error) {
    if (error instanceof TooMuch) return failed(error.message);
    throw error;
  }
  return gathering.outcome('machine', [unit], 'it cuts nothing');
}

/** Moves between rapid ones. */
function runsOf(moves: readonly Move[]): Move[][] {
  const runs: Move[][] = [];
  let current: Move[] = [];
  for (const move of moves) {
    if (move.kind !== 'rapid') current.push(move);
    else if (current.length > 0) {
      runs.push(current);
      current = [];
    }
  }
  return current.length > 0 ? [...runs, current] : runs;
}

const isPlunge = ({ kind, from, to }: Move) => kind === 'line' && from[0] === to[0] && from[1] === to[1];

function takeRun(run: readonly Move[], index: number, factor: number, gathering: Gathering): void {
  let [first, last] = [0, run.length];
  while (first < last && isPlunge(run[first])) first++;
  while (last > first && isPlunge(run[last - 1])) last--;
  const plunges = run.length - (last - first);
  if (plunges > 0)
    gathering.leftOut.add(
      'plunge',
      'straight down or up at the ends of a cut',
      { line: run[0].line },
      undefined,
      plunges,
    );
  const cut = run.slice(first, last);
  if (cut.length === 0) return;
  const where = { line: cut[0].line };
  try {
    const curve = curveOf(cut, gathering);
    const foreign = foreignOf(curve);
    const points = factor === 1 ? foreign.points : foreign.points.map((x) => x * factor);
    gathering.addCurve({ ...foreign, points }, { ...PLAIN_LOOK, name: `Cut ${index + 1}` }, where);
  } catch (error) {
    if (!(error instanceof InvalidCurve || error instanceof RangeError)) throw error;
    gathering.leftOut.add('cut', 'its numbers make no curve', where);
  }
}

function curveOf(moves: readonly Move[], gathering: Gathering): Curve {
  if (moves.every(({ kind }) => kind === 'line')) return polylineOf([moves[0].from, ...moves.map(({ to }) => to)]);
  const pieces = moves.flatMap((move): Curve[] => {
    if (move.kind !== 'arc') return distance(move.from, move.to) > 0 ? [lineBetween(move.from, move.to)] : [];
    return arcPieces(move, gathering);
  });
  return pieces.length === 1 ? pieces[0] : chained(pieces.map(asOpen));
}

const asOpen = ({ degree, knots, points }: Curve): Curve => makeCurve(degree, knots, points);

function arcPieces(move: Arc, gathering: Gathering): Curve[] {
  const { from, to, centre, axes, turn, line } = move;
  const [u, v] = axes;
  const third = 3 - u - v;
  if (from[third] !== to[third]) return helix(move, gathering);
  if (from[u] === to[u] && from[v] === to[v]) {
    const arm = (axis: number, size: number): Vector3 => withCoordinate([0, 0, 0], axis, size);
    const radius = Math.hypot(from[u] - centre[u], from[v] - centre[v]);
    const start = Math.atan2(from[v] - centre[v], from[u] - centre[u]);
    return [ellipticArc({ centre, x: arm(u, radius), y: arm(v, radius) }, start, turn)];
  }
  // Through the ends as they are written, so that neighbours meet.
  const halves: readonly (readonly [number, number])[] =
    Math.abs(turn) > Math.PI
      ? [
          [0, 0.5],
          [0.5, 1],
        ]
      : [[0, 1]];
  return halves.map(([a, b]) => {
    const ends = [placeOn(move, a), placeOn(move, b)];
    const arc = arcThrough(ends[0], placeOn(move, (a + b) / 2), ends[1]);
    if (arc.ok) return arc.value;
    gathering.changed.add('arc', 'so flat that it is a line', { line });
    return lineBetween(ends[0], ends[1]);
  });
}

/** Cubic pieces with the classic handles, which err across the axis and not along it. */
function helix(move: Arc, gathering: Gathering): Curve[] {
  const { centre, axes, turn, from } = move;
  const [u, v] = axes;
  const radius = Math.hypot(from[u] - centre[u], from[v] - centre[v]);
  const count = classicCount(radius, turn, HELIX_WITHIN);
  const step = turn / count;
  const handle = classicHandle(step);
  const error = classicError(radius, step);
  const third = 3 - u - v;
  gathering.addApproximated('a helix, by cubic pieces', { line: move.line }, { max: error, at: from, bound: error });
  return Array.from({ length: count }, (_, k) => {
    const [start, end] = [placeOn(move, k / count), placeOn(move, (k + 1) / count)];
    const rise = (end[third] - start[third]) / 3;
    const ahead = (place: Vector3, by: number): Vector3 => {
      const moved = [...place] as [number, number, number];
      moved[u] = place[u] - by * handle * (place[v] - centre[v]);
      moved[v] = place[v] + by * handle * (place[u] - centre[u]);
      moved[third] = place[third] + by * rise;
      return moved;
    };
    return makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([start, ahead(start, 1), ahead(end, -1), end].flat()));
  });
}
