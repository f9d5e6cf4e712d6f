import { add, along, cross, scale, unit, type Vector3 } from '../linear/vector';
import { homogeneous, makeCurve, type Curve } from '../curve/curve';
import { jetBeyond, type Jet } from '../measure/jet';

/** Leaders and followers in space as they come: uneven knots, weights or none, degrees 3 to 9. */

const between = (random: () => number, from: number, to: number) => from + (to - from) * random();

function unevenKnots(random: () => number, degree: number, count: number): number[] {
  const inner = Array.from({ length: count - degree - 1 }, () => between(random, 0.3, 1));
  const total = inner.reduce((sum, step) => sum + step, between(random, 0.3, 1));
  let u = 0;
  return [
    ...new Array<number>(degree + 1).fill(0),
    ...inner.map((step) => (u += step / total)),
    ...new Array<number>(degree + 1).fill(1),
  ];
}

/** Some 200 mm long, wandering about a straight way from `start` towards `ahead`. */
export function wandering(
  random: () => number,
  { degree, count, rational }: { readonly degree: number; readonly count: number; readonly rational: boolean },
  start: Vector3 = [0, 0, 0],
  ahead: Vector3 = [1, 0, 0],
): Curve {
  const side = unit(cross(ahead, Math.abs(ahead[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
  const up = cross(ahead, side);
  const step = 200 / (count - 1);
  const places = Array.from({ length: count }, (_, i) => {
    const off = add(scale(side, between(random, -0.6, 0.6) * step), scale(up, between(random, -0.6, 0.6) * step));
    return along(add(start, off), ahead, step * (i + between(random, -0.2, 0.2)));
  });
  const weights = places.map(() => (rational ? 3 ** between(random, -1, 1) : 1));
  return makeCurve(degree, unevenKnots(random, degree, count), homogeneous(places.flat(), weights));
}

export interface Pair {
  readonly leader: Curve;
  readonly follower: Curve;
  readonly jet: Jet;
}

/** A leader, and a follower that begins near its end and goes on roughly as it does. */
export function randomPair(random: () => number): Pair {
  const shape = () => {
    const degree = 3 + Math.floor(random() * 7);
    return { degree, count: degree + 1 + Math.floor(random() * 8) + 4, rational: random() < 0.5 };
  };
  const leader = wandering(random, shape());
  const jet = jetBeyond(leader, 'end');
  if (!jet) throw new Error('a wandering curve stands still');
  const start = add(jet.point, [between(random, -3, 3), between(random, -3, 3), between(random, -3, 3)]);
  return { leader, jet, follower: wandering(random, shape(), start, jet.tangent) };
}
