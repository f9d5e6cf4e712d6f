import { vectorAt } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, type Curve } from '../curve/curve';
import { arcAlong } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { reverse } from '../edit/reverse';
import { continuityOfEnds } from '../measure/continuity';
import { curvatureExtrema } from '../measure/extrema';
import { energies } from '../measure/energies';
import { arcLength } from '../measure/arcLength';
import { FRONT } from '../plane/plane';
import { fillet } from '../shape/fillet';
import { lumps } from '../measure/lumps';
import { fairestFullness, fullestWithOnePeak, softCorner, type SoftCornerOptions } from './softCorner';

const DEGREE = Math.PI / 180;
const NORMAL = [0, 0, 1] as const;
/** Two straight legs of 200 mm that turn at the origin. */
const legs = (turn: number): [Curve, Curve] => [
  lineBetween([-200, 0, 0], [0, 0, 0]),
  lineBetween([0, 0, 0], [200 * Math.cos(turn), 200 * Math.sin(turn), 0]),
];
const KEEP = { keep: ['start', 'end'] } as const;
const straight = (turn: number, options: SoftCornerOptions) =>
  valueOf(softCorner(...legs(turn), FRONT, { ...KEEP, ...options }));
const peaks = (curve: Curve) => curvatureExtrema(curve, NORMAL).filter(({ kind }) => kind === 'maximum').length;

/** Level, turning angle, fairest fullness, fullest with one peak, L/R for the same radius, L/R for the same distance. */
const TABLE = [
  [2, 60, 0.245, 0.3005, 0.857, 0.754],
  [2, 90, 0.31, 0.3605, 1.458, 1.271],
  [2, 120, 0.42, 0.46, 2.448, 2.112],
  [3, 60, 0.235, 0.2558, 0.877, 0.801],
  [3, 90, 0.295, 0.3131, 1.488, 1.348],
  [3, 120, 0.395, 0.4106, 2.518, 2.243],
  [4, 60, 0.22, 0.2261, 0.921, 0.854],
  [4, 90, 0.275, 0.2807, 1.566, 1.438],
  [4, 120, 0.375, 0.3755, 2.592, 2.361],
] as const;

describe.each(TABLE)('G%d at %d°', (level, degrees, fairest, fullest, byRadius, byDistance) => {
  const turn = degrees * DEGREE;

  it('has the fairest fullness of the table, with one peak', () => {
    expect(Math.abs(fairestFullness(level, turn) - fairest)).toBeLessThan(0.0051);
    expect(fullestWithOnePeak(level, turn)).toBeCloseTo(fullest, 4);
    expect(peaks(straight(turn, { level, size: { setback: 40 } }).between)).toBe(1);
    expect(peaks(straight(turn, { level, size: { setback: 40 }, fullness: fullest + 0.03 }).between)).toBe(2);
  });

  it('starts as far back as the table says, for a radius and for a distance', () => {
    const R = 9;
    const by = straight(turn, { level, size: { radius: R }, fullness: fairest });
    expect(by.setbacks[0] / R).toBeCloseTo(byRadius, 3);
    expect(by.setbacks[1]).toBe(by.setbacks[0]);
    expect(by.smallestRadius).toBeCloseTo(R, 8);
    const apart = R * (1 / Math.cos(turn / 2) - 1);
    const off = straight(turn, { level, size: { distance: apart }, fullness: fairest });
    // sin(θ/2) (d₀ + 5 d₁ + 10 d₂) / 16 and the like: the table is rounded to 0.001.
    expect(Math.abs(off.setbacks[0] / R - byDistance)).toBeLessThan(0.001);
    expect(off.distance).toBeCloseTo(apart, 8);
    // Common practice: a soft corner that stands for a radius starts further back than the radius does.
    const plain = valueOf(fillet(...legs(turn), R, FRONT, KEEP));
    expect(by.setbacks[0]).toBeGreaterThan(200 - arcLength(plain.first).total);
  });
});

describe('a soft corner between straight legs', () => {
  // Common practice: degree 7 with 8 points makes a G3 corner between two lines, degree 9 with 10 a G4.
  it.each([
    [2, 5],
    [3, 7],
    [4, 9],
  ] as const)('G%d is of degree %d, with level + 1 points in line on each leg', (level, degree) => {
    const { between, first, second, fullness } = straight(Math.PI / 2, { level, size: { setback: 30 } });
    expect(between.degree).toBe(degree);
    const places = controlPointsOf(between);
    expect(places.length / 3).toBe(degree + 1);
    for (let j = 0; j <= level; j++) {
      const d = 30 * (1 - (j * (1 - fullness)) / level);
      expect(vectorAt(places, j)[0]).toBeCloseTo(-d, 10);
      expect(vectorAt(places, j)[1]).toBeCloseTo(0, 10);
      expect(vectorAt(places, degree - j)[1]).toBeCloseTo(d, 10);
    }
    const reached = continuityOfEnds(first, 'end', between, 'start');
    expect(reached.level).toBe(3 <= level ? 3 : level);
    expect(continuityOfEnds(between, 'end', second, 'start').level).toBe(reached.level);
    expect(arcLength(first).total).toBeCloseTo(170, 9);
  });

  it('keeps one maximum up to legs of 1 to 3, with the radii of the table', () => {
    const radii = { 2: [0.686, 0.679, 0.604, 0.494], 3: [0.672, 0.614, 0.537, 0.44] } as const;
    for (const level of [2, 3] as const) {
      const fullness = level === 2 ? 0.31 : 0.295;
      [1, 1.5, 2, 3].forEach((ratio, i) => {
        const corner = straight(Math.PI / 2, { level, size: { setback: 30 }, ratio, fullness });
        expect(corner.smallestRadius / 30).toBeCloseTo(radii[level][i], 3);
        expect(peaks(corner.between)).toBe(1);
        const two = straight(Math.PI / 2, { level, size: { setbacks: [30, 30 * ratio] }, fullness });
        expect(two.between.points).toEqual(corner.between.points);
      });
    }
  });

  it('uses what a leg has, keeps the ratio, and says what is missing', () => {
    const [a, b] = [lineBetween([-40, 0, 0], [0, 0, 0]), lineBetween([0, 0, 0], [0, 20, 0])];
    const asked = valueOf(softCorner(a, b, FRONT, { ...KEEP, size: { setback: 23.2 } }));
    // A thousandth of the leg stays.
    expect(asked.setbacks).toEqual([19.98, 19.98]);
    expect(asked.short?.leg).toBe('second');
    expect(asked.short?.by).toBeCloseTo(3.22, 9);
    const other = valueOf(softCorner(a, b, FRONT, { ...KEEP, size: { setback: 15 }, room: [40, 12], ratio: 1 }));
    expect(other.setbacks).toEqual([12, 12]);
    expect(other.short).toEqual({ leg: 'second', by: 3 });
    const radius = valueOf(softCorner(a, b, FRONT, { ...KEEP, size: { radius: 16 } }));
    expect(radius.setbacks).toEqual([19.98, 19.98]);
    expect(radius.short?.by).toBeCloseTo(19.98 * (16 / radius.smallestRadius) - 19.98, 6);
    expect(valueOf(softCorner(a, b, FRONT, { ...KEEP, size: { radius: 13 } })).short).toBeNull();
  });

  it('is refused with the reason', () => {
    const [a, b] = legs(Math.PI / 2);
    const on = lineBetween([0, 0, 0], [200, 0, 0]);
    const size = { setback: 10 };
    expect(softCorner(a, on, FRONT, { ...KEEP, size })).toEqual({ ok: false, failure: { kind: 'no-turn' } });
    const away = lineBetween([30, 30, 0], [60, 90, 0]);
    expect(softCorner(a, away, FRONT, { size })).toMatchObject({ failure: { kind: 'no-corner' } });
    const bent = valueOf(arcAlong([0, 0, 0], [0, 1, 0], [-20, 60, 0]));
    expect(softCorner(a, bent, FRONT, { ...KEEP, size, level: 4 })).toEqual({ ok: false, failure: { kind: 'legs-not-straight' } }); // prettier-ignore
    expect(softCorner(a, b, FRONT, { keep: ['end', 'end'], size })).toEqual({ ok: false, failure: { kind: 'no-leg', leg: 'first' } }); // prettier-ignore
  });
});

describe('check CC: curved legs', () => {
  // In along +x with κ .005 to the corner, out along +y with κ −.002.
  const arcFrom = (kappa: number, ahead: readonly [number, number], long: number): Curve => {
    const angle = kappa * long;
    const [c, s] = ahead;
    const [x, y] = [Math.sin(angle) / kappa, (1 - Math.cos(angle)) / kappa];
    return valueOf(arcAlong([0, 0, 0], [c, s, 0], [c * x - s * y, s * x + c * y, 0]));
  };
  // Backwards from the corner the arc bends the other way.
  const first = reverse(arcFrom(-0.005, [-1, 0], 90));
  const second = arcFrom(-0.002, [0, 1], 90);
  const at = (options: Omit<SoftCornerOptions, 'fullness'>) =>
    valueOf(softCorner(first, second, FRONT, { ...KEEP, fullness: 0.31, ...options }));

  it('30 mm on both', () => {
    const corner = at({ size: { setback: 30 } });
    const wanted = [[-29.887626, 2.245784], [-19.653846, 0.6991], [-9.320014, -0.185587], [-0.074201, 9.303193], [0.279103, 19.650628], [0.89973, 29.982003]]; // prettier-ignore
    wanted.forEach((place, i) =>
      place.forEach((x, c) => expect(vectorAt(controlPointsOf(corner.between), i)[c]).toBeCloseTo(x, 6)),
    );
    expect(corner.smallestRadius).toBeCloseTo(19.1248, 4);
    expect(corner.distance).toBeCloseTo(9.8323, 4);
    expect(energies(corner.between).fairness).toBeCloseTo(31.0077, 4);
    for (const [a, b] of [
      [corner.first, corner.between],
      [corner.between, corner.second],
    ] as const) {
      expect(continuityOfEnds(a, 'end', b, 'start').level).toBe(2);
    }
  });

  it('30 and 45 mm; by a radius; by a distance', () => {
    const unequal = at({ size: { setbacks: [30, 45] } });
    expect(unequal.smallestRadius).toBeCloseTo(17.5907, 4);
    expect(energies(unequal.between).fairness).toBeCloseTo(74.982, 3);
    expect(at({ size: { radius: 15 } }).setbacks[0]).toBeCloseTo(23.06244, 5);
    expect(at({ size: { distance: 6 } }).setbacks[0]).toBeCloseTo(18.347654, 5);
  });

  it('keeps one peak on legs that bend either way, and its radius levels off with the turn', () => {
    let told = 0;
    for (const level of [2, 3] as const) {
      for (const turn of [60, 90, 120]) {
        for (const kappa of [-0.005, 0.005]) {
          for (const setback of [2, 10, 30, 60]) {
            const [c, s] = [Math.cos(turn * DEGREE), Math.sin(turn * DEGREE)];
            const a = reverse(arcFrom(-kappa, [-1, 0], 110));
            const b = arcFrom(kappa, [c, s], 110);
            const made = softCorner(a, b, FRONT, { ...KEEP, level, size: { setback } });
            if (!made.ok) continue;
            told++;
            // Found on the curve itself, not by the rule that the fullness comes from.
            expect(lumps(made.value.between, { normal: [0, 0, 1] }).lumps).toEqual([]);
          }
        }
      }
    }
    expect(told).toBeGreaterThan(40);
    const radii = [20, 40, 60, 80, 100].map((setback) => {
      const a = reverse(arcFrom(-0.005, [-1, 0], 110));
      const corner = valueOf(softCorner(a, arcFrom(0.005, [0, 1], 110), FRONT, { ...KEEP, size: { setback }, fullness: 0.31 })); // prettier-ignore
      return corner.smallestRadius;
    });
    [12.2, 21.8, 29.4, 35.4, 40].forEach((radius, i) => expect(radii[i]).toBeCloseTo(radius, 1));
  });
});
