import { lineBetween } from '@pencil-bend/core';
import { controlRecipe, emptyProject, GRAPHITE, newLayer, NOTHING, selectionOf } from '@pencil-bend/document';
import { drawnOf } from '../view/shownItem';
import { liveStrokes, restingStrokes } from './strokes';

const project = { ...emptyProject('Strokes'), layers: { sheet: newLayer('Sheet'), old: { ...newLayer('Old'), reference: true } } }; // prettier-ignore
const drawn = (id: string, layer = 'sheet') =>
  drawnOf(id, { kind: 'curve', name: id, colour: GRAPHITE, visible: true, layer, plane: 'front', recipe: controlRecipe(lineBetween([0, 0, 0], [9, 0, 0]), (i) => `c${i}`) }, project); // prettier-ignore
const NONE = NOTHING;

describe('how curves are drawn', () => {
  it('a reference is lighter and thinner, the one under the pointer stands out, selected ones are drawn elsewhere', () => {
    const all = [drawn('a'), drawn('b'), drawn('c', 'old')];
    const [a, b, c] = restingStrokes(all, NONE, 'b');
    expect([a.colour, b.width > a.width, c.width < a.width]).toEqual([GRAPHITE, true, true]);
    expect(c.colour).not.toBe(GRAPHITE);
    expect(restingStrokes(all, selectionOf(['a', 'b']), null)).toHaveLength(1);
  });

  it('what is dragged is drawn over the mirrors that follow it, which keep their own colour', () => {
    const [mirror, dragged] = [drawn('mirror'), drawn('wall')];
    if (!dragged.curve) throw new Error('no curve');
    const strokes = liveStrokes([dragged.curve], [mirror], [{ curve: dragged.curve, colour: '#2f5d8a' }]);
    expect(strokes.map(({ curve, colour }) => [curve === mirror.curve, colour === GRAPHITE])).toEqual([[true, true], [false, false], [false, false]]); // prettier-ignore
    expect(strokes[2].colour).toBe('#2f5d8a');
  });
});
