import { deviation, homogeneous, makeCurve, uniformKnots } from '@pencil-bend/core';
import { priceInWords } from './priceText';

const curve = (y: number) => makeCurve(1, uniformKnots(1, 2), homogeneous([0, y, 0, 100, y, 0]));
const NO_CHANGE = { max: 0, u: 0, radii: [Infinity, Infinity] as const };
const price = (mm: number) => ({
  curves: [{ item: 'lid', name: 'Lid', before: curve(0), after: curve(mm) }],
  price: {
    name: 'Lid',
    deviation: deviation(curve(0), curve(mm)),
    change: NO_CHANGE,
    at: [0, 0, 0] as const,
    s: 12.345,
  },
});

describe('a price in words', () => {
  it('says how far, and where', () => {
    expect(priceInWords(price(0.25), 'mm')).toBe(
      'the curve would move by up to 0.250 mm, near 12.3 mm. Curvature stays.',
    );
    expect(priceInWords(price(2.54), 'in')).toBe(
      'the curve would move by up to 0.1000 in, near 0.49 in. Curvature stays.',
    );
    expect(priceInWords(price(2e-5), 'mm')).toContain('up to less than 0.001 mm');
  });

  it('says that it is free, or not known yet, and how many control points it saves', () => {
    expect(priceInWords(price(0), 'mm')).toBe('the curve stays where it is.');
    const lighter = makeCurve(1, uniformKnots(1, 3), homogeneous([0, 0, 0, 50, 0, 0, 100, 0, 0]));
    const curves = [{ item: 'lid', name: 'Lid', before: lighter, after: curve(0) }];
    expect(priceInWords({ curves, price: null }, 'mm')).toBe('measuring what it costs. 3 control points become 2.');
  });

  it('says how much curvature changes, and what is not proven', () => {
    const { price: flat, curves } = price(1);
    const rough = {
      ...flat,
      deviation: { ...flat.deviation, certified: false },
      change: { ...NO_CHANGE, max: 0.0123 },
    };
    expect(priceInWords({ curves, price: rough }, 'mm')).toMatch(
      /\(sampled, not proven\), near 12\.3 mm\. Curvature changes by up to 0\.012 \/mm\.$/,
    );
  });

  it('of several curves is that of the one that moves most', () => {
    const { price: worst, curves } = price(0.25);
    const both = [...curves, { item: 'knob', name: 'Knob', before: curve(0), after: curve(0) }];
    expect(priceInWords({ curves: both, price: worst }, 'mm')).toBe(
      'Lid would move most, by up to 0.250 mm, near 12.3 mm. Curvature stays.',
    );
    expect(priceInWords({ curves: both, price: price(0).price }, 'mm')).toBe('the curves stay where they are.');
  });
});
