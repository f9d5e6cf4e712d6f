import { lineBetween, rectangle, FRONT } from '@pencil-bend/core';
import { continuityAmong } from '@pencil-bend/core/reading';
import { meetingOf } from '../../view/meeting';
import { meetingRows } from './meetingRows';

const curves = [
  { name: 'Wall', curve: lineBetween([0, 0, 0], [0, 40, 0]) },
  { name: 'Lid', curve: lineBetween([0, 40, 0], [30, 40, 0]) },
  { name: 'Stem', curve: lineBetween([0, 10, 0], [20, 10, 0]) },
  { name: 'Plate', curve: rectangle(FRONT, [60, 0, 0], 10, 20) },
];
const ids = ['w', 'l', 's', 'p'];
const byId = new Map(ids.map((id, i) => [id, curves[i]]));
const meetings = continuityAmong(curves.map(({ curve }) => curve)).map((meeting) => meetingOf(meeting, ids));

describe('rows of the continuity report', () => {
  it('say where curves meet, at ends, inside and at knots, with level and figures', () => {
    const rows = meetingRows(meetings, byId, 'mm');
    expect(rows.slice(0, 3).map(({ where, levelShown, gapShown, angleShown }) => [where, levelShown, gapShown, angleShown])).toEqual([
      ['Wall (end) · Lid (start)', 'G0', '0.000', '90.00°'],
      ['Wall at 10.0 mm · Stem (start)', 'G0', '0.000', '90.00°'],
      ['Plate at 0.0 mm, knot', 'G0', '0.000', '90.00°'],
    ]); // prettier-ignore
    expect(rows).toHaveLength(6);
    expect(rows.map(({ level }) => level)).toEqual([0, 0, 0, 0, 0, 0]);
  });

  it('leave out those of curves that are gone', () => {
    const left = new Map([...byId].filter(([id]) => id !== 'l'));
    expect(meetingRows(meetings, left, 'mm')).toHaveLength(5);
  });
});
