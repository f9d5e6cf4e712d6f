import type { Vector3 } from '../linear/vector';
import { findSpan } from '../curve/basis';
import { countOf, type Curve } from '../curve/curve';
import { type ArcLength, lengthAt } from './arcLength';
import { levelBetween, type Reading, type TurningReading } from './extrema';

/** A stretch around a reading; `stepped` where curvature jumps at both of its ends. */
interface Around {
  readonly from: number;
  readonly to: number;
  readonly width: number;
  readonly stepped: boolean;
}

interface Reached {
  readonly u: number;
  readonly rounds: number;
  /** Curvature jumps over the level at a knot. */
  readonly jumps: boolean;
}

/** The way along the readings of a curve, from one of them to where curvature has come to a level on both sides. */
export class LevelAround {
  constructor(
    private readonly curve: Curve,
    private readonly list: readonly Reading[],
    private readonly measured: ArcLength,
    private readonly normal: Vector3 | null,
    private readonly isRing: boolean,
  ) {}

  /** Where curvature first reaches a level on both sides; the end of an open curve where it does not. */
  around({ index, kappa }: TurningReading, level: number): Around {
    const above = kappa > level;
    const [before, after] = [this.reached(index, -1, level, above), this.reached(index, 1, level, above)];
    const width = lengthAt(this.measured, after.u) - lengthAt(this.measured, before.u);
    const rounds = after.rounds + before.rounds;
    const stepped = before.jumps && after.jumps;
    return { from: before.u, to: after.u, width: width + rounds * this.measured.total, stepped };
  }

  private reached(index: number, step: 1 | -1, level: number, above: boolean): Reached {
    const { list } = this;
    let rounds = 0;
    for (let i = index, count = 0; count < list.length; count++) {
      let next = i + step;
      if (next < 0 || next >= list.length) {
        if (!this.isRing) return { u: list[i].u, rounds, jumps: false };
        next = (next + list.length) % list.length;
        rounds++;
      }
      if (list[next].kappa > level !== above) {
        const isSeam = Math.abs(next - i) > 1;
        const jumps = isSeam || list[next].u === list[i].u;
        return { u: isSeam ? list[next].u : this.between(list[i], list[next], level), rounds, jumps };
      }
      i = next;
    }
    return { u: list[index].u, rounds: 0, jumps: false };
  }

  private between(a: Reading, b: Reading, level: number): number {
    const [low, high] = [Math.min(a.u, b.u), Math.max(a.u, b.u)];
    const { curve, normal } = this;
    // At a knot where curvature jumps the level lies at the knot.
    if (low === high) return low;
    const span = findSpan(curve.knots, curve.degree, countOf(curve), (low + high) / 2);
    const sign = normal ? 1 : Math.sign(a.kappa + b.kappa) || 1;
    return levelBetween(curve, span, low, high, normal, sign * level);
  }
}
