import { FRONT, lineBetween } from '@pencil-bend/core';
import type { CurveMark } from '../view/curveMarks';
import { marksShown } from './markOverlay';

const viewport = { plane: FRONT, x: 0, y: 0, scale: 0.5, width: 400, height: 300 };
const curve = lineBetween([0, 0, 0], [50, 0, 0]);
const mark: CurveMark = {
  kind: 'lump',
  at: [10, 0, 0],
  s: 10,
  stretch: [5, 15],
  range: [0.1, 0.3],
  along: [1, 0, 0],
  inwards: [0, 1, 0],
  text: null,
  rank: 2,
  label: 'Lump 2',
};

describe('marks on the sheet', () => {
  it('of a lump are its number on the inner side, and its stretch', () => {
    const [{ x, y, badge }] = marksShown([mark], curve, viewport);
    expect([x, y]).toEqual([220, 150]);
    expect(badge).toMatchObject({ rank: 2, x: 220, y: 120 });
    expect(badge?.stretch).toMatch(/^M210 150.*L230 150$/);
  });

  it('of a wedge are turned with the curve as it is seen, of a hook stand beside it, of a kink upright on it', () => {
    const upwards = { ...mark, rank: null, along: [0, 1, 0] as const };
    const [wedge, hook, kink] = marksShown(
      [
        { ...upwards, kind: 'monotone' },
        { ...upwards, kind: 'hook' },
        { ...upwards, kind: 'kink' },
      ],
      curve,
      viewport,
    );
    expect([wedge.turn, hook.turn, kink.turn]).toEqual([-90, 0, 0]);
    expect([wedge.y, hook.y, kink.y]).toEqual([150, 133, 150]);
    expect([wedge, hook, kink].map(({ badge }) => badge)).toEqual([null, null, null]);
  });

  it('go over the seam of a closed curve', () => {
    const [{ badge }] = marksShown([{ ...mark, range: [0.9, 0.1] }], curve, viewport);
    expect(badge?.stretch).toMatch(/^M290 150.*L300 150L200\.8.*L210 150$/);
  });
});
