import { length, subtract } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { homogeneous, makeCurve } from '../curve/curve';
import { type Jet, jetBeyond } from '../measure/jet';
import { isDecidedByRounding } from './endRounding';
import { joinEnds } from './joinEnds';

const JET: Jet = { point: [0, 0, 0], tangent: [0.8, 0.6, 0], curvature: [-0.006, 0.008, 0], rate: [0, 0, 0] };
/** A cubic whose first leg has a length, drawn so far from the origin. */
const starting = (leg: number, far = 90) =>
  makeCurve(
    3,
    [0, 0, 0, 0, 0.3, 0.6, 1, 1, 1, 1],
    homogeneous(
      [0, 0, 0, leg, 0, 0, 45, 20, 0, 70, 25, 3, 90, 10, 2, 120, 0, 0].map((x, i) => x + (i % 3 < 2 ? far : 0)),
    ),
  );
const jetAt = (far: number): Jet => ({ ...JET, point: [far, far, 0] });

it('holds what is left of a jet within the bound that it is refused by', () => {
  let told = 0;
  for (const leg of [20, 4, 1, 0.3, 0.1, 0.03, 0.01, 0.003, 0.001]) {
    for (const far of [0, 90, 4000]) {
      for (const level of [2, 3] as const) {
        const joined = joinEnds(starting(leg, far), { start: { jet: jetAt(far), level, freedoms: { a: 10 * leg } } });
        if (!joined.ok) {
          told++;
          expect(joined.failure).toMatchObject({ kind: 'too-near', end: 'start' });
          continue;
        }
        const reached = jetBeyond(joined.value.curve, 'start') as Jet;
        expect(length(subtract(reached.curvature, JET.curvature))).toBeLessThan(1e-2 * 0.02);
        if (level === 3) expect(length(reached.rate)).toBeLessThan(1e-2 * 1e-3);
      }
    }
  }
  expect(told).toBeGreaterThan(8);
});

it('is not asked for where places and tangents are held alone, nor in any drawing of a usual size', () => {
  expect(isDecidedByRounding(starting(1e-6), JET, 1)).toBe(false);
  for (const leg of [0.1, 1, 10]) expect(isDecidedByRounding(starting(leg), JET, 2)).toBe(false);
  expect(isDecidedByRounding(starting(0.002), JET, 2)).toBe(true);
  expect(valueOf(joinEnds(starting(1), { start: { jet: jetAt(90), level: 3 } })).start?.moved).toBeGreaterThan(0);
});
