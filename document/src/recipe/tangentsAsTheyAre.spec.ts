import { fixSpacing } from './fixSpacing';
import { setTangent, tangentAt } from './setTangent';
import { fitPointsOf } from './makeLive';
import { movePoints } from './movePoints';
import { fit } from './recipes.fixture';
import { tangentsAsTheyAre } from './tangentsAsTheyAre';

const UP = { direction: [0, 2, 0], strength: { mm: 60 } } as const;
const constrained = setTangent(fixSpacing(fit()), 'p4', UP);
const tangentOf = (recipe: Parameters<typeof fitPointsOf>[0]) => fitPointsOf(recipe)[3].tangent;

describe('constrained tangents', () => {
  it('stay as they were typed where the curve still has them', () => {
    expect(tangentsAsTheyAre(constrained)).toBe(constrained);
    expect(tangentsAsTheyAre(movePoints(constrained, [{ point: 'p6', to: [60, -60, 0] }]))).toMatchObject({ fit: { points: { 3: { tangent: UP } } } }); // prettier-ignore
    const live = fit();
    expect(tangentsAsTheyAre(live)).toBe(live);
  });

  it('are written down anew where a control point has turned the curve', () => {
    // The control points around p4 all have a say; moving one across turns the curve there.
    const near = constrained.kind === 'control' ? constrained.points.filter(({ at }) => Math.hypot(at[0] - 80, at[1] - 10) > 5).sort((a, b) => Math.hypot(a.at[0] - 80, a.at[1] - 10) - Math.hypot(b.at[0] - 80, b.at[1] - 10))[0].id : ''; // prettier-ignore
    const turned = tangentsAsTheyAre(movePoints(constrained, [{ point: near, to: [140, 40, 0] }]));
    const { direction, mm } = tangentAt(turned, 'p4');
    expect(Math.abs(direction[0])).toBeGreaterThan(0.01);
    expect(tangentOf(turned)).toEqual({ direction, strength: { mm } });
    const ratio = setTangent(constrained, 'p4', { direction: [0, 1, 0], strength: { ratio: 0.8 } });
    expect(tangentOf(tangentsAsTheyAre(movePoints(ratio, [{ point: near, to: [140, 40, 0] }])))).toMatchObject({ strength: { ratio: expect.any(Number) } }); // prettier-ignore
  });
});
