import { changed, projectWith, through } from '../../session/bench.fixture';
import { itemsInSight, type OutlineNode, outlineRows } from './outlineRows';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const TWO = projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 30], [20, 30]));
const NONE = new Set<string>();
const labels = (nodes: readonly OutlineNode[] = []) => nodes.map(({ label }) => label);

describe('rows of the list', () => {
  it('are the layers with what lies on them, told by their points', () => {
    const [sheet, ...rest] = outlineRows(TWO, NONE);
    expect(rest).toEqual([]);
    expect(labels(sheet.children)).toEqual(['Curve 1', 'Curve 2']);
    expect(sheet.children?.map(({ data }) => data?.kind === 'item' && data.told)).toEqual(['3 pts', '2 pts']);
    expect(sheet).toMatchObject({ expanded: true, data: { kind: 'layer', deletable: false } });
    expect(outlineRows(TWO, new Set([sheet.key ?? '']))[0].expanded).toBe(false);
  });

  it('know what is hidden with its layer, and which layer may go', () => {
    const [layer] = TWO.layerOrder;
    const project = changed(
      TWO,
      { command: 'addLayer', args: { id: 'more', name: 'Layer 2' } },
      { command: 'setLayer', args: { layer, visible: false } },
    );
    const [sheet, more] = outlineRows(project, NONE);
    expect(sheet.children?.every(({ data }) => data?.kind === 'item' && data.hidden)).toBe(true);
    expect(more).toMatchObject({ leaf: true, data: { deletable: true } });
  });

  it('end with the groups, which are not dragged', () => {
    const project = changed(TWO, { command: 'groupItems', args: { items: ['a', 'b'], id: 'g', name: 'Pair' } });
    const groups = outlineRows(project, NONE).at(-1);
    expect(groups).toMatchObject({ label: 'Groups', draggable: false });
    expect(groups?.children).toMatchObject([{ label: 'Pair', draggable: false, data: { items: ['a', 'b'] } }]);
  });

  it('have items in sight as far as they are unfolded', () => {
    const rows = outlineRows(TWO, NONE);
    expect(itemsInSight(rows, 0, 9)).toEqual(['a', 'b']);
    // The layer has the first row.
    expect(itemsInSight(rows, 2, 9)).toEqual(['b']);
    expect(itemsInSight(rows, 0, 1)).toEqual(['a']);
    expect(itemsInSight(outlineRows(TWO, new Set([rows[0].key ?? ''])), 0, 9)).toEqual([]);
  });
});
