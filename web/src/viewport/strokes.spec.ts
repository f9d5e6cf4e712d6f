import { lineBetween } from '@pencil-bend/core';
import { controlRecipe, emptyProject, GRAPHITE, newLayer, NOTHING, selectionOf } from '@pencil-bend/document';
import { shownItem } from '../view/shownItem';
import { hoveredStroke, liveStrokes, restingStrokes } from './strokes';

const project = { ...emptyProject('Strokes'), layers: { sheet: newLayer('Sheet'), old: { ...newLayer('Old'), reference: true } } }; // prettier-ignore
const drawn = (id: string, layer = 'sheet') =>
  shownItem(id, { kind: 'curve', name: id, colour: GRAPHITE, visible: true, layer, plane: 'front', recipe: controlRecipe(lineBetween([0, 0, 0], [9, 0, 0]), (i) => `c${i}`) }, project); // prettier-ignore
const NONE = NOTHING;

describe('how curves are drawn', () => {
  it('a reference is lighter and thinner, the one under the pointer stands out, selected ones are drawn elsewhere', () => {
    const all = [drawn('a'), drawn('b'), drawn('c', 'old')];
    const [a, b, c] = restingStrokes(all, NONE);
    expect([a.colour, b.width, c.width < a.width]).toEqual([GRAPHITE, a.width, true]);
    expect(c.colour).not.toBe(GRAPHITE);
    expect(restingStrokes(all, selectionOf(['a', 'b']))).toHaveLength(1);
    const [hovered] = hoveredStroke(all, NONE, 'b');
    expect([hovered.curve === all[1].curve, hovered.width > a.width]).toEqual([true, true]);
    // A selected one stands out already.
    expect(hoveredStroke(all, selectionOf(['b']), 'b')).toEqual([]);
    expect(hoveredStroke(all, NONE, null)).toEqual([]);
  });

  it('what is dragged is drawn over the mirrors that follow it, which keep their own colour', () => {
    const [mirror, wall, made] = [drawn('mirror'), drawn('wall'), { ...drawn('made'), made: true }];
    const blue = { ...made, item: { ...made.item, colour: '#2f5d8a' } };
    const strokes = liveStrokes([wall, mirror, made, blue], selectionOf(['wall']), false);
    expect(strokes.map(({ curve }) => [mirror, wall, made, blue].findIndex((each) => each.curve === curve))).toEqual([0, 1, 2, 2]); // prettier-ignore
    expect([strokes[0].colour, strokes[1].colour === GRAPHITE, strokes[2].colour]).toEqual([GRAPHITE, false, strokes[1].colour]); // prettier-ignore
    // A new curve that was given a colour of its own keeps it.
    expect(strokes[3].colour).toBe('#2f5d8a');
  });
});
