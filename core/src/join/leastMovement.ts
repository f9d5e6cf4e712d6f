import { along, dot, length, subtract, type Vector3 } from '../linear/vector';
import { leastBetween } from '../linear/goldenSection';
import { signChange } from '../linear/signChange';
import type { Freedoms, Jet, Level } from '../measure/jet';

/** How control points answer to the derivatives at an end: column k is how each moves for a change of derivative k by 1. */
export type EndResponse = readonly Float64Array[];

export interface LeastMovement {
  readonly freedoms: Freedoms;
  /** Square root of the sum of the squares of how far control points move, in mm. */
  readonly moved: number;
}

/** The speed at the end is sought between these shares of what it was. */
const SLOWEST = 0.2;
const FASTEST = 5;
const PLACES = 33;
/** Where the slope does not change its sign the range is narrowed to this share of it: 0.618 ** rounds. */
const ROUNDS = 48;

/**
 * The freedoms of a contact with which the control points move least, in the sense of least squares; those in `given`
 * stay as they are. `now` holds the place and the derivatives at the end, order by order, up to the level; `speed`, in
 * mm, what |r'| is sought around.
 *
 * For a fixed a the control points are linear in b and c, which a 2×2 system gives (variable projection: Golub, Pereyra,
 * 1973); a is sought on a logarithmic grid, since there may be more than one minimum, and then where the slope is 0.
 */
export function leastMovement(
  jet: Jet,
  level: Level,
  response: EndResponse,
  now: readonly Vector3[],
  speed: number,
  given: Partial<Freedoms> = {},
): LeastMovement {
  const sums = new Movement(jet, level, response, now, given);
  const at = (a: number): LeastMovement => {
    const freedoms = sums.freedomsAt(a);
    return { freedoms, moved: Math.sqrt(Math.max(0, sums.squared(freedoms))) };
  };
  if (level === 0) return at(given.a ?? length(now[1] ?? jet.tangent));
  if (given.a !== undefined) return at(given.a);
  if (level === 1) return at(Math.max(SLOWEST * speed, sums.nearestSpeed));
  const squaredAt = (a: number) => sums.squared(sums.freedomsAt(a));
  const slopeAt = (a: number) => sums.slope(sums.freedomsAt(a));
  const grid = Array.from({ length: PLACES }, (_, i) => speed * SLOWEST * (FASTEST / SLOWEST) ** (i / (PLACES - 1)));
  let best = 0;
  let least = Infinity;
  grid.forEach((a, i) => {
    const squared = sums.leastSquared(a);
    if (squared < least) [best, least] = [i, squared];
  });
  const [low, high] = [grid[Math.max(0, best - 1)], grid[Math.min(PLACES - 1, best + 1)]];
  const [atLow, atHigh] = [slopeAt(low), slopeAt(high)];
  // At an edge of the range the movement may still fall beyond it.
  if (best === 0 && atLow >= 0) return at(low);
  if (best === PLACES - 1 && atHigh <= 0) return at(high);
  return at(atLow < 0 && atHigh > 0 ? signChange(slopeAt, low, high) : leastBetween(squaredAt, low, high, ROUNDS));
}

/**
 * Σ|ΔP|² as a function of the freedoms, by the changes δ of the derivatives: no larger numbers cancel in it. It is asked
 * some forty times for each joint of a chain in a frame, so it allocates nothing.
 */
class Movement {
  /** Products of the columns, 4 by 4. */
  private readonly products = new Float64Array(16);
  private readonly third: Vector3;
  /** δ by order, stride 3, for the freedoms that were looked at last. */
  private readonly changes = new Float64Array(12);
  /** By how much the last best b and c make the sum less than those that were given, or 0. */
  private gain = 0;

  constructor(
    private readonly jet: Jet,
    private readonly level: Level,
    response: EndResponse,
    private readonly now: readonly Vector3[],
    private readonly given: Partial<Freedoms>,
  ) {
    for (let k = 0; k <= level; k++) {
      for (let l = 0; l <= k; l++) {
        let sum = 0;
        for (let j = 0; j < response[k].length; j++) sum += response[k][j] * response[l][j];
        this.products[4 * k + l] = this.products[4 * l + k] = sum;
      }
    }
    this.third = along(jet.rate, jet.tangent, -dot(jet.curvature, jet.curvature));
  }

  /** The best a where only the tangent is to be kept. */
  get nearestSpeed(): number {
    const { tangent, point } = this.jet;
    return (
      dot(this.now[1], tangent) - (this.products[1] / this.products[5]) * dot(subtract(point, this.now[0]), tangent)
    );
  }

  freedomsAt(a: number): Freedoms {
    const { level, given, jet, products: G } = this;
    const b = level >= 2 ? given.b : 0;
    const c = level >= 3 ? given.c : 0;
    // With b and c 0, or as given; Σ G δ·T and Σ G δ·3aK have to vanish.
    this.look(a, b ?? 0, c ?? 0);
    this.gain = 0;
    if (b !== undefined && c !== undefined) return { a, b, c };
    const K = jet.curvature;
    const byB = -this.pull(2, jet.tangent) - 3 * a * this.pull(3, K);
    const byC = -this.pull(3, jet.tangent);
    const bb = G[10] + G[15] * 9 * a * a * dot(K, K);
    const determinant = bb * G[15] - G[11] * G[11];
    const bestB = b ?? (c === undefined ? (byB * G[15] - byC * G[11]) / determinant : byB / bb);
    const bestC = c ?? (b === undefined ? (byC * bb - byB * G[11]) / determinant : byC / G[15]);
    this.gain = (b === undefined ? bestB * byB : 0) + (c === undefined ? bestC * byC : 0);
    return { a, b: bestB, c: bestC };
  }

  /** The least sum for an a, without looking at it again with the best b and c. */
  leastSquared(a: number): number {
    this.freedomsAt(a);
    return this.sum() - this.gain;
  }

  squared({ a, b, c }: Freedoms): number {
    this.look(a, b, c);
    return this.sum();
  }

  private sum(): number {
    const { changes: d, products, level } = this;
    let sum = 0;
    for (let k = 0; k <= level; k++) {
      for (let l = 0; l <= k; l++) {
        const product = d[3 * k] * d[3 * l] + d[3 * k + 1] * d[3 * l + 1] + d[3 * k + 2] * d[3 * l + 2];
        sum += (k === l ? 1 : 2) * products[4 * k + l] * product;
      }
    }
    return sum;
  }

  /** Half the derivative of the least Σ|ΔP|² by a: that by b and c is 0 there. */
  slope({ a, b, c }: Freedoms): number {
    this.look(a, b, c);
    const { tangent, curvature } = this.jet;
    let sum = this.pull(1, tangent);
    if (this.level >= 2) sum += 2 * a * this.pull(2, curvature);
    if (this.level >= 3) sum += 3 * a * a * this.pull(3, this.third) + 3 * b * this.pull(3, curvature);
    return sum;
  }

  /** Fills in the changes for these freedoms: `contactDerivatives` less the derivatives as they are. */
  private look(a: number, b: number, c: number): void {
    const { changes, jet, third, now, level } = this;
    const [T, K] = [jet.tangent, jet.curvature];
    for (let x = 0; x < 3; x++) {
      changes[x] = jet.point[x] - now[0][x];
      if (level >= 1) changes[3 + x] = a * T[x] - now[1][x];
      if (level >= 2) changes[6 + x] = a * a * K[x] + b * T[x] - now[2][x];
      if (level >= 3) changes[9 + x] = a * a * a * third[x] + 3 * a * b * K[x] + c * T[x] - now[3][x];
    }
  }

  /** Σ over l of G[k][l] δ_l · v. */
  private pull(k: number, v: Vector3): number {
    const { changes, products, level } = this;
    let sum = 0;
    for (let l = 0; l <= level; l++) {
      sum += products[4 * k + l] * (changes[3 * l] * v[0] + changes[3 * l + 1] * v[1] + changes[3 * l + 2] * v[2]);
    }
    return sum;
  }
}
