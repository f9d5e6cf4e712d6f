import { along, dot, length, scale, subtract, type Vector3 } from '../linear/vector';
import { leastBetween } from '../linear/goldenSection';
import { signChange } from '../linear/signChange';
import { contactDerivatives, type Freedoms, type Jet, type Level } from '../measure/jet';

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
    const squared = squaredAt(a);
    if (squared < least) [best, least] = [i, squared];
  });
  const [low, high] = [grid[Math.max(0, best - 1)], grid[Math.min(PLACES - 1, best + 1)]];
  const [atLow, atHigh] = [slopeAt(low), slopeAt(high)];
  // At an edge of the range the movement may still fall beyond it.
  if (best === 0 && atLow >= 0) return at(low);
  if (best === PLACES - 1 && atHigh <= 0) return at(high);
  return at(atLow < 0 && atHigh > 0 ? signChange(slopeAt, low, high) : leastBetween(squaredAt, low, high, ROUNDS));
}

/** Σ|ΔP|² as a function of the freedoms, by the changes δ of the derivatives: no larger numbers cancel in it. */
class Movement {
  /** Products of the columns, 4 by 4. */
  private readonly products = new Float64Array(16);
  private readonly third: Vector3;

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
    const { level, given, jet } = this;
    const [b, c] = [level >= 2 ? (given.b ?? null) : 0, level >= 3 ? (given.c ?? null) : 0];
    if (b !== null && c !== null) return { a, b, c };
    // The changes with b and c 0, or as given; Σ G δ·T and Σ G δ·3aK have to vanish.
    const changes = this.changes({ a, b: b ?? 0, c: c ?? 0 });
    const sideways = scale(jet.curvature, 3 * a);
    const G = this.products;
    const byB = -this.pull(2, jet.tangent, changes) - this.pull(3, sideways, changes);
    const byC = -this.pull(3, jet.tangent, changes);
    const bb = G[10] + G[15] * dot(sideways, sideways);
    if (c !== null) return { a, b: byB / bb, c };
    if (b !== null) return { a, b, c: byC / G[15] };
    const determinant = bb * G[15] - G[11] * G[11];
    return {
      a,
      b: (byB * G[15] - byC * G[11]) / determinant,
      c: (byC * bb - byB * G[11]) / determinant,
    };
  }

  squared(freedoms: Freedoms): number {
    const changes = this.changes(freedoms);
    return changes.reduce((sum, change, k) => sum + this.pull(k, change, changes), 0);
  }

  /** Half the derivative of the least Σ|ΔP|² by a: that by b and c is 0 there. */
  slope(freedoms: Freedoms): number {
    const { a, b } = freedoms;
    const { tangent, curvature } = this.jet;
    const changes = this.changes(freedoms);
    let sum = this.pull(1, tangent, changes);
    if (this.level >= 2) sum += this.pull(2, scale(curvature, 2 * a), changes);
    if (this.level >= 3) {
      sum += this.pull(3, along(scale(this.third, 3 * a * a), curvature, 3 * b), changes);
    }
    return sum;
  }

  private changes(freedoms: Freedoms): Vector3[] {
    const wanted = contactDerivatives(this.jet, this.level, freedoms);
    return [this.jet.point, ...wanted].map((derivative, k) => subtract(derivative, this.now[k]));
  }

  /** Σ over l of G[k][l] δ_l · v. */
  private pull(k: number, v: Vector3, changes: readonly Vector3[]): number {
    let sum = 0;
    for (let l = 0; l < changes.length; l++) sum += this.products[4 * k + l] * dot(changes[l], v);
    return sum;
  }
}
