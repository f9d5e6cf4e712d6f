import { parameterAtShare } from '../curve/curves.fixture';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';

const ninths = [1, 2, 3, 4, 5, 6, 7, 8].map((i) => i / 9);
/** The curve of check KR (docs/core.md says where the checks come from). */
export const KR = makeCurve(
  3,
  [0, 0, 0, 0, ...ninths, 1, 1, 1, 1],
  homogeneous(Array.from({ length: 12 }, (_, i) => [10 * i, 20 * Math.sin(i / 2), 0]).flat()),
);

/** Densely: how far apart the two curves are at most at the same parameter. */
export function sampled(a: Curve, b: Curve): number {
  let most = 0;
  for (let i = 0; i <= 5000; i++) {
    most = Math.max(
      most,
      distance(evaluate(a, parameterAtShare(a, i / 5000)), evaluate(b, parameterAtShare(b, i / 5000))),
    );
  }
  return most;
}
