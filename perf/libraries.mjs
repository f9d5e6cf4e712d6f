// General-purpose libraries for the same work, each with a curve of ours in its own form.
import { createRequire } from 'node:module';
import { Vector4 } from 'three';
import { NURBSCurve } from 'three/addons/curves/NURBSCurve.js';
import { calcNURBSDerivatives } from 'three/addons/curves/NURBSUtils.js';

// verb-nurbs looks for a browser's name of the global object.
globalThis.window ??= globalThis;
const require = createRequire(import.meta.url);
const { core, eval: verb } = require('verb-nurbs');
const nurbs = require('nurbs');

const rowsOf = ({ points }) => Array.from({ length: points.length / 4 }, (_, i) => [...points.slice(4 * i, 4 * i + 4)]);

const verbCurve = (curve) => new core.NurbsCurveData(curve.degree, [...curve.knots], rowsOf(curve));

/** What three can do with a clamped curve. */
export function inThree(curve) {
  const knots = [...curve.knots];
  const made = new NURBSCurve(
    curve.degree,
    knots,
    rowsOf(curve).map((row) => new Vector4(...row)),
  );
  const place = made.getPoint(0);
  const [first, last] = [knots[0], knots[knots.length - 1]];
  return {
    evaluate: (u) => made.getPoint((u - first) / (last - first), place),
    derivatives: (u) => calcNURBSDerivatives(curve.degree, knots, made.controlPoints, u, 3),
  };
}

/** What nurbs can do; it writes code for the curve at hand, here one without weights. */
export function inNurbs(curve) {
  const made = nurbs({
    points: rowsOf(curve).map((row) => row.slice(0, 3)),
    degree: curve.degree,
    knots: [[...curve.knots]],
    boundary: 'open',
  });
  const evaluators = [made.evaluate.bind(made), ...[1, 2, 3].map((order) => made.evaluator(order))];
  const out = [0, 0, 0];
  return {
    evaluate: (u) => made.evaluate(out, u),
    derivatives: (u) => evaluators.forEach((evaluator) => evaluator(out, u)),
  };
}

/** What verb-nurbs can do. */
export function inVerb(curve) {
  const made = verbCurve(curve);
  return {
    evaluate: (u) => verb.Eval.rationalCurvePoint(made, u),
    derivatives: (u) => verb.Eval.rationalCurveDerivatives(made, u, 3),
    closest: (point) => verb.Analyze.rationalCurveClosestPoint(made, point),
    insert: (u) => verb.Modify.curveKnotInsert(made, u, 1),
    refine: (knots) => verb.Modify.curveKnotRefine(made, knots),
    split: (u) => verb.Divide.curveSplit(made, u),
    elevate: () => verb.Modify.curveElevateDegree(made, curve.degree + 1),
    length: () => verb.Analyze.rationalCurveArcLength(made),
    crossings: (other) => {
      const theirs = verbCurve(other);
      return () => verb.Intersect.curves(made, theirs, 1e-6);
    },
  };
}
