import { TestBed } from '@angular/core/testing';
import { handlesOn, NOTHING, type Project, selectionOf, titleOf } from '@pencil-bend/document';
import { openBench, projectWith, through, until } from '../../session/bench.fixture';
import { Editing } from '../../session/editing';
import { StepHistory } from '../../session/stepHistory';
import { ToolInHand } from '../../session/toolInHand';
import { Inspector } from './inspector';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

// The test's page has no layout, and nothing to scroll.
Element.prototype.scrollTo = () => undefined;

const CURVES = projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 30], [20, 30]));

/** The inspector beside a bench, with what it says as one text. */
const opened = (project: Project = CURVES) => {
  const bench = openBench(project);
  const fixture = TestBed.createComponent(Inspector);
  const element: HTMLElement = fixture.nativeElement;
  const notice = () => {
    TestBed.tick();
    fixture.detectChanges();
    return element.textContent?.replace(/\s+/g, ' ') ?? '';
  };
  /** With what is fetched when it is first needed. */
  const fetched = async () => {
    notice();
    await fixture.whenStable();
  };
  const press = (label: string) => {
    notice();
    const found = [...element.querySelectorAll<HTMLElement>('button, [role=button]')].find((button) => (button.getAttribute('aria-label') ?? button.textContent?.trim()) === label); // prettier-ignore
    if (!found) throw new Error(`there is no button ${label}`);
    found.click();
  };
  return { ...bench, element, notice, fetched, press, editing: bench.inject(Editing), hand: bench.inject(ToolInHand) };
};

describe('the inspector', () => {
  it('is about the sheet when nothing is selected, about a curve, or about several', async () => {
    const { notice, editing, fetched } = opened();
    expect(notice()).toContain('Nothing is selected');
    editing.select(selectionOf(['a']));
    await fetched();
    expect(notice()).toMatch(/Curve 1Through points, open/);
    expect(notice()).toMatch(/Points3 fit, 5 control/);
    editing.select(selectionOf(['a', 'b']));
    await fetched();
    expect(notice()).toContain('2 selected');
    editing.select(NOTHING);
    expect(notice()).toContain('Nothing is selected');
  });

  it('reads a curve: the length of a straight one is that of its chord', async () => {
    const { notice, editing, fetched } = opened();
    editing.select(selectionOf(['b']));
    await fetched();
    expect(notice()).toMatch(/Length20\.00 mm/);
    expect(notice()).toMatch(/Smallest radiusstraight/);
    expect(notice()).toMatch(/Inflections0/);
  });

  it('rests while a point is on the move, but for the figures, and follows where it rests', async () => {
    const { notice, hand, element, fetched, editing } = opened();
    const at = [10, 5, 0] as const;
    const point = { kind: 'fit', id: 'p2' } as const;
    const figures = () => /Length(.*?) mm/.exec(notice())?.[1];
    const y = () => Number(element.querySelector<HTMLInputElement>('input[aria-label="Point 2 y"]')?.value);
    editing.select(handlesOn('a', [point]));
    await fetched();
    expect(y()).toBe(5);
    const hits = [{ kind: 'handle', item: 'a', located: { handle: point, at } }] as const;
    hand.feed({ type: 'press', at, reach: 1, hits });
    const seen = [6, 7, 8, 9].map((to) => {
      hand.feed({ type: 'move', at: [10, to, 0], reach: 1, hits: [] });
      return [figures(), y()];
    });
    expect(new Set(seen.map(([length]) => length)).size).toBe(4);
    expect(seen.map(([, shown]) => shown)).toEqual([6, 6, 6, 6]);
    await until(() => notice() !== '' && y() === 9);
    hand.feed({ type: 'move', at: [10, 10, 0], reach: 1, hits: [] });
    notice();
    expect(y()).toBe(9);
    hand.feed({ type: 'release', at: [10, 10, 0], reach: 1, hits: [] });
    notice();
    expect(y()).toBe(10);
  });

  it('changes the curve by what its buttons say, one step each', async () => {
    const { press, editing, inject, fetched } = opened();
    editing.select(selectionOf(['a']));
    await fetched();
    press('Raise the degree');
    press('reverse');
    expect(
      inject(StepHistory)
        .stacks()
        .stacks.undo.map(({ title }) => titleOf(title)),
    ).toEqual(['Raise the degree of Curve 1', 'Reverse Curve 1']);
  });

  it('is about the tool while one is in hand that makes something', async () => {
    const { notice, hand, press, fetched } = opened();
    hand.takeUp('rectangle');
    await fetched();
    expect(notice()).toMatch(/RectangleFrom ?corner ?centre/);
    press('centre');
    expect(notice()).toMatch(/Snaps ?on/);
    hand.takeUp('freehand');
    expect(notice()).toMatch(/Freehand ?Tightness ?draw first ?Corners ?kept/);
    expect(notice()).not.toContain('Snaps');
  });
});
