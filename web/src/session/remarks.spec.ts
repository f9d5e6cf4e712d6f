import { TestBed } from '@angular/core/testing';
import { selectionOf } from '@pencil-bend/document';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { Remarks } from './remarks';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0], [30, 9])));
  const [editing, remarks] = [bench.inject(Editing), bench.inject(Remarks)];
  editing.select(selectionOf(['a']));
  return { bench, editing, remarks };
};

describe('what is said of the last thing that was tried', () => {
  it('is a spacing that is held from now on', () => {
    const { editing, remarks } = opened();
    editing.doToSelected('insertKnot', { u: 0.4 });
    expect(remarks.aside()).toBe('The spacing of Curve 1 is held from now on: V makes it live again');
    remarks.clear();
    expect(remarks.aside()).toBeNull();
    editing.doToSelected('insertKnot', { u: 0.6 });
    expect(remarks.aside()).toBeNull();
    expect(remarks.log()).toHaveLength(1);
  });

  it('is a straight line that closes a curve with held spacing, and nothing where it is live', () => {
    const { editing, remarks } = opened();
    editing.doToSelected('closeCurve', {});
    expect(remarks.aside()).toBeNull();
    TestBed.resetTestingModule();
    const other = opened();
    other.editing.doToSelected('fixSpacing', {});
    expect(other.remarks.aside()).toBeNull();
    other.editing.doToSelected('closeCurve', {});
    expect(other.remarks.aside()).toMatch(/^Curve 1 is closed by a straight line, with a corner at each end: where/);
  });

  it('keeps refusals to be read again', () => {
    const { bench, editing, remarks } = opened();
    editing.doToSelected('openCurve', { id: 'end-of-it' });
    TestBed.tick();
    expect(bench.state().drawing.notice).toContain('open already');
    remarks.clear();
    expect(bench.state().drawing.notice).toBeNull();
    expect(remarks.log()).toMatchObject([{ refused: true, message: expect.stringContaining('open already') }]);
  });
});
