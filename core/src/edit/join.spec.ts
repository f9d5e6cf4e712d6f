import { apart, bezier, checked, SAME, valueOf, SPOUT } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { breaksOf } from '../knots/multiplicity';
import { FRONT } from '../plane/plane';
import { endOf, join } from './join';
import { withWeights } from './weights';

describe('joining', () => {
  it('raises the lower degree, keeps a kink as full multiplicity, and scales weights to meet', () => {
    const line = lineBetween([95, 60, 0], [120, 60, 0]);
    const arc = withWeights(bezier([120, 60], [140, 60], [140, 40]), [2, 1, 2]);
    const joined = checked(valueOf(join(valueOf(join(SPOUT, line, 0)), arc, 0)));
    expect(joined.degree).toBe(3);
    expect(breaksOf(joined).map(({ multiplicity }) => multiplicity)).toEqual([4, 1, 1, 3, 3, 4]);
    expect(domainOf(joined)).toEqual([0, 5]);
    expect(apart(SPOUT, joined)).toBeLessThan(SAME);
    for (const share of [0, 0.4, 1])
      expect(distance(evaluate(joined, 4 + share), evaluate(arc, share))).toBeLessThan(1e-12);
  });

  it('refuses gaps and closed curves', () => {
    const line = lineBetween([95, 60.5, 0], [120, 60, 0]);
    expect(join(SPOUT, line, 0.1)).toEqual({ ok: false, failure: { kind: 'gap', gap: 0.5, tolerance: 0.1 } });
    expect(endOf(valueOf(join(SPOUT, line, 0.5)), 'end')).toEqual([120, 60, 0]);
    expect(join(circle(FRONT, [0, 0, 0], 1), line, 1)).toEqual({
      ok: false,
      failure: { kind: 'closed', which: 'first' },
    });
  });
});
