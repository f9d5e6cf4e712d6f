import { curvatureProfile } from './curvatureProfile';
import { curvatureStretches } from './curvatureStretches';
import { clothoid, sCurve, shaped } from './fairShapes.fixture';
import { circle, ellipse } from './shapes.fixture';

const normal = [0, 0, 1] as const;

describe('curvatureStretches', () => {
  it('of an ellipse are its two pointed ends, where its closed form says', () => {
    const [a, b] = [100, 40];
    const profile = curvatureProfile(ellipse(a, b), { normal, tolerance: 1e-4 });
    // κ = ab / (a² sin² t + b² cos² t)^(3/2) (do Carmo, 1.5).
    const level = 1 / 40;
    const sine2 = ((a * b * 40) ** (2 / 3) - b * b) / (a * a - b * b);
    const x = a * Math.sqrt(1 - sine2);
    const tight = curvatureStretches(profile, 'above', level);
    // The ellipse starts at a pointed end, so that one comes in two parts.
    expect(tight).toHaveLength(3);
    const placeOf = (s: number) => {
      const i = profile.s.findIndex((each) => each >= s);
      return Math.abs(profile.points[3 * i]);
    };
    expect(placeOf(tight[0].end)).toBeCloseTo(x, 0);
    expect(placeOf(tight[1].start)).toBeCloseTo(x, 0);
    expect(tight[0].end - tight[0].start).toBeCloseTo((tight[1].end - tight[1].start) / 2, 2);
    const flat = curvatureStretches(profile, 'below', level);
    const sum = [...tight, ...flat].reduce((length, { start, end }) => length + end - start, 0);
    expect(sum).toBeCloseTo(profile.length, 9);
    expect(curvatureStretches(profile, 'above', level, tight[0].end - tight[0].start + 1)).toEqual([tight[1]]);
  });

  it('of a clothoid begin at the length that its curvature, proportional to it, names', () => {
    const curve = shaped(clothoid, 40);
    const profile = curvatureProfile(curve, { normal, tolerance: 1e-4 });
    const most = Math.max(...profile.kappa.map(Math.abs));
    const [found, ...more] = curvatureStretches(profile, 'above', most / 4);
    expect(more).toEqual([]);
    expect(found.start / profile.length).toBeCloseTo(0.25, 2);
    expect(found.end).toBe(profile.length);
  });

  it('of an S hold its inflection, where |κ| comes to 0 between two samples', () => {
    const profile = curvatureProfile(shaped(sCurve, 30), { normal });
    const most = Math.max(...profile.kappa.map(Math.abs));
    const flat = curvatureStretches(profile, 'below', most / 50);
    const [place] = profile.inflections;
    expect(flat.some(({ start, end }) => start < place.s && place.s < end)).toBe(true);
    const tight = curvatureStretches(profile, 'above', most / 50);
    expect(tight.some(({ start, end }) => start < place.s && place.s < end)).toBe(false);
  });

  it('are all of a circle, or nothing of it', () => {
    const profile = curvatureProfile(circle(25), { normal });
    expect(curvatureStretches(profile, 'above', 1 / 24)).toEqual([]);
    const [all] = curvatureStretches(profile, 'above', 1 / 26);
    expect([all.start, all.end]).toEqual([0, profile.length]);
    expect(curvatureStretches(profile, 'below', 1 / 26)).toEqual([]);
  });
});
