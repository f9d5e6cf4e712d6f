import { distance } from '../linear/vector';
import { gaussRule } from '../linear/gaussLegendre';
import { leastNear } from '../linear/nelderMead';
import { leastBetween } from '../linear/goldenSection';
import { type Curve, trusted } from '../curve/curve';
import { arcLength } from '../measure/arcLength';
import { selfCrossings } from '../measure/crossings';
import { variationBy } from '../measure/energies';
import { checkedContacts, contactDerivatives, type Jet, type Level } from '../measure/jet';
import { mustBeAbove0 } from '../refuse';
import { failed, type Result, success } from '../result';
import { type TooFar, withinSize } from './withinSize';
import { fromEnd, startResponse, withStart } from './joinEnds';

/** |r'| at the two ends of a blend, run over [0, 1], in mm. */
export type Magnitudes = readonly [first: number, second: number];

export interface BlendOptions {
  /** G0 to G3 at each end; 2 and 2 when left out. */
  readonly levels?: readonly [Level, Level];
  /** Those that are given, in mm; the others are found. */
  readonly magnitudes?: readonly [number | null, number | null];
  /** The second magnitude over the first, where both are found: one search. */
  readonly ratio?: number;
  /** `quick`, for a drag: both as long as the blend itself; else those of the least E_mv. */
  readonly quick?: boolean;
}

export interface Blend {
  readonly curve: Curve;
  readonly magnitudes: Magnitudes;
}

export type BlendFailure =
  /** Both ends are one place. */
  | { readonly kind: 'no-length' }
  | { readonly kind: 'crosses-itself' }
  /** Longer than three times the chord, both in mm. */
  | { readonly kind: 'too-long'; readonly length: number; readonly chord: number }
  | TooFar;

/** Of the blend's length, as shares of the chord: where the rounds begin, and where the search does. */
const FIRST_GUESS = 1.1;
const START = 1.22;
const ROUNDS = 6;
const STEP = 0.2;
const WIDTH = 1e-9;
const RULE = gaussRule(32);
const GOLDEN_ROUNDS = 44;
/** Of the chord. */
const LONGEST = 3;

/**
 * The Bézier curve between two ends that goes on from both, of degree g₀ + g₁ + 1: of all those without second and third
 * derivatives along their tangents the one whose curvature varies least, ∫|e|² ds. The two jets are what either
 * end gives on, running into the blend. (Moreton, Séquin, Functional optimization for fair surface design, 1992.)
 */
export function blend(one: Jet, other: Jet, options: BlendOptions = {}): Result<Blend, BlendFailure> {
  const { levels = [2, 2], magnitudes: given = [null, null], ratio, quick = false } = options;
  const contacts = checkedContacts({ start: { jet: one, level: levels[0] }, end: { jet: other, level: levels[1] } });
  const [first, second] = [contacts.start?.jet ?? one, contacts.end?.jet ?? other];
  given.forEach((a, i) => a !== null && mustBeAbove0(a, `magnitudes[${i}]`));
  if (ratio !== undefined) mustBeAbove0(ratio, 'ratio');
  const chord = distance(first.point, second.point);
  if (!(chord > 0)) return failed({ kind: 'no-length' });
  const form = new BlendForm(first, second, levels);
  const [a0, a1] = given;
  let magnitudes: Magnitudes;
  if (a0 !== null && a1 !== null) magnitudes = [a0, a1];
  else if (quick) magnitudes = byLength(form, given, ratio, chord);
  else magnitudes = byVariation(form, given, ratio, chord);
  const held = withinSize(form.curveWith(magnitudes));
  if (!held.ok) return held;
  const curve = held.value;
  const { total } = arcLength(curve);
  if (total > LONGEST * chord) return failed({ kind: 'too-long', length: total, chord });
  if (selfCrossings(curve).length > 0) return failed({ kind: 'crosses-itself' });
  return success({ curve, magnitudes });
}

/** The blend for given magnitudes, without looking at it: of the degree that the levels ask for. */
export class BlendForm {
  private readonly empty: Curve;
  private readonly responses;

  constructor(
    private readonly first: Jet,
    private readonly second: Jet,
    private readonly levels: readonly [number, number],
  ) {
    const degree = levels[0] + levels[1] + 1;
    const knots = new Float64Array(2 * degree + 2).fill(1, degree + 1);
    const points = new Float64Array(4 * degree + 4);
    for (let i = 0; i <= degree; i++) points[4 * i + 3] = 1;
    this.empty = trusted(degree, knots, points);
    this.responses = [startResponse(this.empty, levels[0]), startResponse(this.empty, levels[1])];
  }

  curveWith([a0, a1]: Magnitudes): Curve {
    const ahead = (jet: Jet, level: number, a: number) => {
      const bound = contactDerivatives(jet, Math.min(level, 3) as Level, { a, b: 0, c: 0 });
      // Beyond G3 only straight legs, where all that follows is 0.
      while (bound.length < level) bound.push([0, 0, 0]);
      return bound;
    };
    const { first, second, levels, responses } = this;
    const started = withStart(this.empty, first.point, ahead(first, levels[0], a0), responses[0]);
    const other = withStart(fromEnd(started, 'end'), second.point, ahead(second, levels[1], a1), responses[1]);
    return fromEnd(other, 'end');
  }
}

type Given = readonly [number | null, number | null];

/** Both as long as the blend, by rounds: within some per cent of the best for G2 and G3. */
function byLength(form: BlendForm, [a0, a1]: Given, ratio: number | undefined, chord: number): Magnitudes {
  let length = FIRST_GUESS * chord;
  const magnitudes = (): Magnitudes => {
    // With a ratio the two have the blend's length as their mean.
    const share = ratio === undefined ? 1 : 2 / (1 + ratio);
    const first = a0 ?? (a1 !== null && ratio !== undefined ? a1 / ratio : share * length);
    return [first, a1 ?? (ratio === undefined ? length : ratio * first)];
  };
  for (let round = 0; round < ROUNDS; round++) {
    // Strong curvature over a short chord would make each round longer than the one before.
    length = Math.min(LONGEST * chord, arcLength(form.curveWith(magnitudes()), 1e-6 * chord).total);
  }
  return magnitudes();
}

function byVariation(form: BlendForm, [a0, a1]: Given, ratio: number | undefined, chord: number): Magnitudes {
  const variation = (magnitudes: Magnitudes) => variationBy(form.curveWith(magnitudes), RULE);
  const start = Math.log(START * chord);
  if (ratio !== undefined && (a0 !== null || a1 !== null)) {
    return a0 !== null ? [a0, ratio * a0] : [(a1 ?? 0) / ratio, a1 ?? 0];
  }
  if (ratio !== undefined || a0 !== null || a1 !== null) {
    const magnitudes = (log: number): Magnitudes => {
      const a = Math.exp(log);
      if (ratio !== undefined) return [a, ratio * a];
      return [a0 ?? a, a1 ?? a];
    };
    const { x } = leastNear(([log]) => variation(magnitudes(log)), [start], { step: STEP, width: 1e-4 });
    const fine = leastBetween((log) => variation(magnitudes(log)), x[0] - 1e-3, x[0] + 1e-3, GOLDEN_ROUNDS);
    return magnitudes(fine);
  }
  const { x } = leastNear(([p, q]) => variation([Math.exp(p), Math.exp(q)]), [start, start], {
    step: STEP,
    width: WIDTH,
  });
  return [Math.exp(x[0]), Math.exp(x[1])];
}
