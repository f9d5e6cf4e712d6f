import { controlBox, type Curve, spansOf } from '../../src/index';
import { derivativesReader, kappaFrom } from './derivatives';

export interface Reading {
  readonly u: number;
  readonly span: number;
  readonly kappa: number;
  readonly speed: number;
}

/** So many samples a span, denser towards its ends. */
const SAMPLES = 120;

/** Curvature read densely on every span, both ends included. */
export function curvatureSamples(curve: Curve, normal: readonly number[] | null): Reading[][] {
  const read = derivativesReader(curve);
  return spansOf(curve).map((span) => {
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    return Array.from({ length: SAMPLES + 1 }, (_, i) => {
      const t = (1 - Math.cos((Math.PI * i) / SAMPLES)) / 2;
      const u = i === SAMPLES ? to : from + t * (to - from);
      const derivatives = read(span, u);
      return { u, span, kappa: kappaFrom(derivatives, normal), speed: Math.hypot(...derivatives[1]) };
    });
  });
}

/**
 * The largest |κ|, by golden section between the samples beside the largest; null for a curve that nearly stands still
 * somewhere, whose curvature has no largest value to speak of.
 */
export function largestCurvature(curve: Curve, stillness = 1e-6): number | null {
  const read = derivativesReader(curve);
  const all = curvatureSamples(curve, null);
  let most = 0;
  for (const samples of all) {
    const fastest = Math.max(...samples.map(({ speed }) => speed));
    if (samples.some(({ speed }) => !(speed > stillness * fastest))) return null;
    for (const { kappa } of samples) most = Math.max(most, kappa);
  }
  for (const samples of all) {
    const fastest = Math.max(...samples.map(({ speed }) => speed));
    for (let i = 0; i < samples.length; i++) {
      const { kappa, span } = samples[i];
      if (kappa < most / 100) continue;
      if (kappa < (samples[i - 1]?.kappa ?? 0) || kappa < (samples[i + 1]?.kappa ?? 0)) continue;
      let [low, high] = [samples[Math.max(0, i - 1)].u, samples[Math.min(samples.length - 1, i + 1)].u];
      for (let round = 0; round < 50; round++) {
        const [s, t] = [high - 0.618034 * (high - low), low + 0.618034 * (high - low)];
        const [atS, atT] = [read(span, s), read(span, t)];
        if (Math.min(Math.hypot(...atS[1]), Math.hypot(...atT[1])) <= stillness * fastest) return null;
        const [kappaS, kappaT] = [kappaFrom(atS, null), kappaFrom(atT, null)];
        most = Math.max(most, kappaS, kappaT);
        if (kappaS > kappaT) high = t;
        else low = s;
      }
    }
  }
  return most;
}

function sizeOf(curve: Curve): number {
  const { least, largest } = controlBox(curve);
  return Math.hypot(...least.map((x, c) => largest[c] - x));
}

/** Beside the largest there, curvature that changes by less than this share between samples tells nothing. */
const CLEAR = 1e-5;

/**
 * How often curvature, unsigned, changes from rising to falling or back within spans, clearly, between dense samples;
 * null for a curve that nearly stands still somewhere.
 */
export function turnsOfCurvature(curve: Curve, stillness = 1e-3): number | null {
  const all = curvatureSamples(curve, null);
  const size = sizeOf(curve);
  let turns = 0;
  for (const samples of all) {
    const fastest = Math.max(...samples.map(({ speed }) => speed));
    if (samples.some(({ speed }) => !(speed > stillness * fastest))) return null;
    const most = Math.max(...samples.map(({ kappa }) => kappa));
    // Straight but for rounding.
    if (most * size < 1e-6) continue;
    const least = CLEAR * most;
    let direction = 0;
    let from = samples[0].kappa;
    for (const { kappa } of samples) {
      if (Math.abs(kappa - from) <= least) continue;
      const now = Math.sign(kappa - from);
      if (direction !== 0 && now !== direction) turns++;
      direction = now;
      from = kappa;
    }
  }
  return turns;
}

/**
 * How often curvature in the plane z = 0 changes its sign within spans, clearly, between dense samples; null for a curve
 * that nearly stands still somewhere.
 */
export function changesOfSide(curve: Curve, stillness = 1e-3): number | null {
  let changes = 0;
  const size = sizeOf(curve);
  for (const samples of curvatureSamples(curve, [0, 0, 1])) {
    const fastest = Math.max(...samples.map(({ speed }) => speed));
    if (samples.some(({ speed }) => !(speed > stillness * fastest))) return null;
    const most = Math.max(...samples.map(({ kappa }) => Math.abs(kappa)));
    // Straight but for rounding.
    if (most * size < 1e-6) continue;
    const clear = CLEAR * most;
    const signs = samples.filter(({ kappa }) => Math.abs(kappa) > clear).map(({ kappa }) => Math.sign(kappa));
    changes += signs.filter((sign, i) => i > 0 && sign !== signs[i - 1]).length;
  }
  return changes;
}
