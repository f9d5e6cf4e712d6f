import { TestBed } from '@angular/core/testing';
import { selectionOf } from '@pencil-bend/document';
import { saveFile } from '../ui/saveFile';
import { openBench, projectWith, through, until } from './bench.fixture';
import { HandOver } from './handOver';
import { Remarks } from './remarks';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));
jest.mock('../ui/saveFile', () => ({ saveFile: jest.fn() }));
const saved = jest.mocked(saveFile);

beforeEach(() => saved.mockClear());

function open() {
  const bench = openBench(
    projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 30], [20, 40], [30, 30])),
  );
  const handOver = bench.inject(HandOver);
  handOver.toggle();
  TestBed.tick();
  const made = () => until(() => handOver.making().state === 'made');
  return { ...bench, handOver, made };
}

describe('handing over', () => {
  it('makes the files before anything is saved, and gives them to the browser when that is asked', async () => {
    const { handOver, made, inject } = open();
    handOver.set({ formats: ['step', 'svg'] });
    handOver.save();
    await made();
    expect(saved).not.toHaveBeenCalled();
    expect(handOver.made()?.files.get('step')).toMatchObject({
      ok: true,
      value: { report: { exact: [{ count: 2 }] } },
    });
    handOver.save();
    expect(saved.mock.calls.map(([, name]) => name)).toEqual(['Bench.step', 'Bench.svg']);
    expect(inject(Remarks).aside()).toBe('Bench.step and Bench.svg handed to the browser');
  });

  it('follows what is selected, and says what is missing', async () => {
    const { handOver, made, editing } = open();
    handOver.set({ which: 'selected' });
    TestBed.tick();
    expect([handOver.making(), handOver.made()]).toEqual([{ state: 'nothing', why: 'nothing is selected' }, null]);
    editing.select(selectionOf(['b']));
    TestBed.tick();
    await made();
    expect(handOver.made()?.files.get('step')).toMatchObject({ value: { report: { exact: [{ count: 1 }] } } });
    handOver.set({ which: 'layers', layers: ['gone'] });
    TestBed.tick();
    expect(handOver.making()).toEqual({ state: 'nothing', why: 'choose a layer' });
    handOver.set({ which: 'all', formats: [] });
    TestBed.tick();
    expect(handOver.making()).toEqual({ state: 'nothing', why: 'choose a format' });
  });

  it('shows what stands for curves, within the tolerance of the sheet unless told otherwise', async () => {
    const { handOver, made } = open();
    handOver.set({ form: 'arcs-and-lines' });
    TestBed.tick();
    await made();
    const first = handOver.made()?.standIns[0];
    expect(first?.price.max).toBeLessThanOrEqual(0.01);
    handOver.set({ tolerance: 0.5 });
    TestBed.tick();
    await until(() => handOver.made()?.standIns[0] !== first);
    expect(handOver.made()?.standIns[0].arcs).toBeLessThan(first?.arcs ?? 0);
  });

  it('tells of one format why it cannot be made, and makes the others', async () => {
    const { handOver, made } = open();
    handOver.set({ formats: ['table', 'step'], places: 1e7 });
    TestBed.tick();
    await made();
    expect([handOver.made()?.files.get('table')?.ok, handOver.made()?.files.get('step')?.ok]).toEqual([false, true]);
    handOver.save();
    expect(saved.mock.calls.map(([, name]) => name)).toEqual(['Bench.step']);
  });

  it('is given up when that is asked, and made when it is asked again', async () => {
    const { handOver, made } = open();
    handOver.stop();
    expect(handOver.making()).toEqual({ state: 'stopped' });
    handOver.save();
    expect(saved).not.toHaveBeenCalled();
    handOver.again();
    await made();
    expect(handOver.made()?.files.size).toBe(1);
  });

  it('copies what is selected as SVG for other programs; what is no curve is told', async () => {
    const { handOver, editing, inject, state } = open();
    const writeText = jest.fn((_text: string) => Promise.resolve());
    Object.defineProperty(navigator, 'clipboard', { value: { writeText }, configurable: true });
    await handOver.copySvg();
    expect(state().drawing.notice).toBe('select what is to be copied first');
    editing.select(selectionOf(['b']));
    await handOver.copySvg();
    expect(writeText.mock.calls[0][0]).toMatch(/^(<\?xml[^>]*>\s*)?<svg/);
    expect(writeText.mock.calls[0][0].match(/<path/g)).toHaveLength(1);
    expect(inject(Remarks).aside()).toContain('1 item copied as SVG');
    writeText.mockReturnValueOnce(Promise.reject(new Error('not allowed')));
    await handOver.copySvg();
    expect(state().drawing.notice).toContain('nothing was copied');
  });
});
