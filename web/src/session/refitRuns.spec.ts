import { TestBed } from '@angular/core/testing';
import {
  type Curve,
  deviationInStep,
  domainOf,
  evaluate,
  homogeneous,
  makeCurve,
  reverse,
  split,
  uniformKnots,
} from '@pencil-bend/core';
import { controlRecipe, type Id, type NewItem, selectionOf, titleOf } from '@pencil-bend/document';
import { continuityOfEnds, monotonePieces } from '@pencil-bend/core/reading';
import { selectNotice } from '../state/selectors';
import { curveIn } from '../view/curveIn';
import { changed, lumpyArc, openBench, projectWith, through, until } from './bench.fixture';
import { FairingChoice } from './fairingChoice';
import { LossyPreview } from './lossyPreview';
import { Refits } from './refits';
import type { FairTarget, RefitTarget } from './refitTarget';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/**
 * Check FA: a cubic of 20 control points on y = 50 sin(0.8 π x / 200) at even knots' Greville abscissae, the tenth raised
 * by 0.4 mm: F 124.74, two lumps, both out within 0.2 mm with F 7.33.
 */
const greville = (i: number) => [0, 1 / 51, 3 / 51][i] ?? [48 / 51, 50 / 51, 1][i - 17] ?? (i - 1) / 17;
const CHECK_FA = makeCurve(
  3,
  uniformKnots(3, 20),
  homogeneous(
    Array.from({ length: 20 }, (_, i) => {
      const x = 200 * greville(i);
      return [x, 50 * Math.sin((0.8 * Math.PI * x) / 200) + (i === 9 ? 0.4 : 0), 0];
    }).flat(),
  ),
);
const pulled = (id: Id, curve: Curve): NewItem => ({ id, recipe: controlRecipe(curve, (i) => `c${i + 1}`) });
const FAIR: FairTarget = {
  kind: 'fair',
  tolerance: 0.2,
  energy: 'both',
  startLevel: 2,
  endLevel: 2,
  stretch: null,
  own: {},
};

function open(project = projectWith(pulled('a', CHECK_FA)), selected: Id = 'a') {
  const bench = openBench(project);
  bench.editing.select(selectionOf([selected]));
  const [lossy, refits, choice] = [bench.inject(LossyPreview), bench.inject(Refits), bench.inject(FairingChoice)];
  const notice = bench.store.selectSignal(selectNotice);
  const curve = (id: Id = selected): Curve => {
    const now = bench.editing.project();
    const found = now && curveIn(now, id);
    if (!found) throw new Error('no curve');
    return found;
  };
  /** Asks, and waits for what is offered, or for why it is not. */
  const offered = async (target: RefitTarget) => {
    refits.refit(selected, target);
    await until(() => (lossy.offer()?.call ?? null) !== null || notice() !== null);
    return lossy.offer();
  };
  return { ...bench, lossy, refits, choice, notice, curve, offered };
}

describe('a curve that is faired', () => {
  it('is offered with what it gains, proven, as one step that tells the tolerance', async () => {
    const { lossy, offered, curve, editing, choice } = open();
    const before = curve();
    choice.tolerance.set(0.2);
    const offer = await offered(choice.target());
    expect(offer && titleOf(offer.title)).toBe('Fair Curve 1 within 0.2 mm');
    expect(offer?.gain?.before.lumps).toBeGreaterThanOrEqual(2);
    expect(offer?.gain?.before.fairness).toBeCloseTo(124.743, 2);
    expect(offer?.gain?.after).toMatchObject({ lumps: 0, controlPoints: 20 });
    expect(offer?.gain?.after.fairness).toBeCloseTo(7.33, 1);
    expect(offer?.price?.deviation.bound).toBeLessThanOrEqual(0.2);
    expect(curve()).toBe(before);
    lossy.apply();
    await until(() => lossy.offer() === null);
    expect(deviationInStep(before, curve()).bound).toBeLessThanOrEqual(0.2);
    // The ends stay to the last bit, up to their curvature.
    expect(curve().points.subarray(0, 12)).toEqual(before.points.subarray(0, 12));
    expect(curve().points.subarray(-12)).toEqual(before.points.subarray(-12));
    expect(editing.project()?.items['a']).toMatchObject({ recipe: { kind: 'control' } });
    // What was chosen stays chosen.
    expect(choice.tolerance()).toBe(0.2);
  });

  it('is shown at once while the tolerance is being chosen, and what is applied then is what is made', async () => {
    const { lossy, refits, choice, curve, offered } = open();
    await offered(FAIR);
    lossy.leave();
    const before = curve();
    choice.tolerance.set(0.1);
    expect(refits.preview()).toBe(true);
    const coming = lossy.offer();
    expect(coming).toMatchObject({ call: null, price: null });
    expect(coming && deviationInStep(before, coming.curves[0].after).bound).toBeLessThanOrEqual(0.1);
    expect(coming?.gain?.after.fairness).toBeLessThan(60);
    // Apply is not lost: it waits.
    refits.fair();
    lossy.apply();
    await until(() => curve() !== before);
    expect(deviationInStep(before, curve()).bound).toBeLessThanOrEqual(0.1);
  });

  it('says which tolerance would take out the lumps that are left; it was tried, and is taken by one click', async () => {
    const { lossy, offered } = open();
    await offered({ ...FAIR, tolerance: 0.05 });
    expect(lossy.offer()?.gain?.after.largest).toBeGreaterThan(0.05);
    await until(() => lossy.offer()?.notes.enough !== undefined);
    const enough = lossy.offer()?.notes.enough;
    expect(enough?.tolerance).toBeGreaterThan(0.109);
    expect(enough?.tolerance).toBeLessThan(0.118);
    enough?.take();
    await until(() => lossy.offer()?.title.numbers?.[0] === enough?.tolerance && lossy.offer()?.call !== null);
    expect(lossy.offer()?.gain?.after.largest).toBeLessThan(0.05);
  });

  it('names the points where more room would help most; given some, it is fairer, and the step says so', async () => {
    const { lossy, offered, choice, curve } = open();
    const before = curve();
    choice.tolerance.set(0.05);
    const offer = await offered(choice.target());
    const [first] = offer?.notes.room ?? [];
    // The raised point of check FA is where the tolerance costs.
    expect(first.index).toBe(9);
    expect(first.gain).toBeGreaterThan(0.1);
    lossy.leave();
    // What is told is what half as much room again comes to, by its slope.
    choice.giveOwn(9, 0.075);
    const half = await offered(choice.target());
    const fell = 1 - (half?.gain?.after.fairness ?? 0) / (offer?.gain?.after.fairness ?? 1);
    expect(fell / first.gain).toBeGreaterThan(0.6);
    expect(fell / first.gain).toBeLessThan(1.4);
    lossy.leave();
    choice.giveOwn(9, 0.3);
    const more = await offered(choice.target());
    expect(more?.gain?.after.fairness).toBeLessThan(0.5 * (offer?.gain?.after.fairness ?? 0));
    expect(more && titleOf(more.title)).toBe('Fair Curve 1 within 0.05 mm, at points 0.3 mm');
    expect(more?.notes.room?.[0].index).toBe(9);
    // Elsewhere the tolerance is what it was: no place moves by more than the basis allows there.
    const after = more?.curves[0].after ?? before;
    const [first3, last3] = [after.points.subarray(0, 4 * 5), after.points.subarray(-4 * 5)];
    [...first3, ...last3].forEach((x, i) => {
      const was = i < 20 ? before.points[i] : before.points[before.points.length - 40 + i];
      expect(Math.abs(x - was)).toBeLessThanOrEqual(0.05);
    });
    lossy.apply();
    await until(() => lossy.offer() === null);
    // Of the curve that has changed no point has a tolerance of its own.
    expect(choice.own()).toEqual({});
  });

  it('moves in a stretch alone, and says when nothing there can move', async () => {
    const { lossy, offered, curve, notice } = open();
    const before = curve();
    await offered({ ...FAIR, stretch: { from: 0.3, to: 0.75 } });
    const after = lossy.offer()?.curves[0].after;
    expect(after?.points.subarray(0, 4 * 6)).toEqual(before.points.subarray(0, 4 * 6));
    expect(after?.points.subarray(-4 * 5)).toEqual(before.points.subarray(-4 * 5));
    expect(after?.points).not.toEqual(before.points);
    await offered({ ...FAIR, stretch: { from: 0.5, to: 0.55 } });
    expect(notice()).toContain('no control point acts on that stretch alone');
    expect(lossy.offer()).toBeNull();
  });

  it('stays one through points where that loses nothing, and becomes held where it would', async () => {
    const { lossy, offered, editing } = open(projectWith(through('a', ...lumpyArc(0.6))));
    const offer = await offered({ ...FAIR, tolerance: 1 });
    const spacing = offer?.notes.spacing;
    expect(spacing).toMatch(/live|held/);
    lossy.apply();
    await until(() => lossy.offer() === null);
    const item = editing.project()?.items['a'];
    expect(item?.kind === 'curve' && item.recipe.kind).toBe(spacing === 'live' ? 'fit' : 'control');
    expect(item?.kind === 'curve' && item.recipe.kind === 'control' ? item.recipe.fit?.points.length : 13).toBe(13);
  });

  it('keeps its joints at their level, and what is pinned where it is', async () => {
    const [left, right] = [CHECK_FA, makeCurve(5, uniformKnots(5, 9), homogeneous(Array.from({ length: 9 }, (_, i) => [200 + 12 * i, 29.4 - 3 * i + 0.2 * i * i, 0]).flat()))]; // prettier-ignore
    const joined = changed(
      projectWith(pulled('a', left), pulled('b', right)),
      {
        command: 'joinEnd',
        args: { item: 'a', end: 'end', leader: { kind: 'end', item: 'b', end: 'start' }, level: 2 },
      },
      { command: 'pinPoints', args: { item: 'a', points: ['c7'], axis: 1, pinned: true } },
    );
    const { lossy, offered, curve, choice } = open(joined);
    expect(choice.bound()).toEqual({ end: 2 });
    choice.hold('end', 0);
    expect(choice.levels()).toEqual({ start: 2, end: 2 });
    const before = curve();
    await offered({ ...choice.target(), tolerance: 0.2 });
    lossy.apply();
    await until(() => lossy.offer() === null);
    expect(continuityOfEnds(curve(), 'end', curve('b'), 'start').level).toBeGreaterThanOrEqual(2);
    expect(curve().points.subarray(24, 28)).toEqual(before.points.subarray(24, 28));
    expect(deviationInStep(before, curve()).bound).toBeLessThanOrEqual(0.2);
  });
});

describe('a lump that is ironed', () => {
  it('goes within the tolerance; which points move is said, and which tolerance would do', async () => {
    const { lossy, offered } = open();
    const stretch = { from: 7 / 17, to: 9 / 17 };
    const offer = await offered({ kind: 'iron', tolerance: 0.2, stretch });
    expect(offer && titleOf(offer.title)).toBe('Iron Curve 1 within 0.2 mm');
    // Numerics, check FA: within 0.2 mm no lump is left, F 9.1571, moved by 0.1025 mm, by point 9 and two on each side.
    expect(offer?.gain?.after.fairness).toBeCloseTo(9.1571, 1);
    expect(offer?.price?.deviation.max).toBeCloseTo(0.1025, 2);
    expect(offer?.notes.moved).toEqual({ points: [8, 9, 10, 11, 12], of: 20 });
    await offered({ kind: 'iron', tolerance: 0.05, stretch });
    await until(() => lossy.offer()?.notes.enough !== undefined);
    // Bracket .1320 to .1383, both ends tried.
    expect(lossy.offer()?.notes.enough?.tolerance).toBeCloseTo(0.1383, 3);
  });
});

describe('the curvature of a stretch that is pulled', () => {
  it('follows at once, and is offered when it is let go; what lies beyond the stretch stays', async () => {
    const { lossy, refits, choice, curve, offered } = open();
    await offered(FAIR);
    lossy.leave();
    const before = curve();
    choice.stretch.set({ from: 0.2, to: 0.8 });
    refits.pull({ kind: 'drag', u: 0.5, by: -0.0008, width: 30 }, false);
    expect(lossy.offer()).toMatchObject({ call: null, notes: { pulled: { isAtLimit: false } } });
    expect(lossy.offer()?.gain?.after.lumps).toBeDefined();
    refits.pull({ kind: 'drag', u: 0.5, by: -0.001, width: 30 }, true);
    await until(() => (lossy.offer()?.call ?? null) !== null);
    const offer = lossy.offer();
    expect(offer && titleOf(offer.title)).toBe('Pull the curvature of Curve 1');
    const profile = offer?.notes.pulled?.profile;
    const most = Math.max(...(profile?.reached.map((each, i) => Math.abs(each - profile.before[i])) ?? []));
    expect(most).toBeGreaterThan(0.0009);
    lossy.apply();
    await until(() => lossy.offer() === null);
    expect(curve().points.subarray(0, 20)).toEqual(before.points.subarray(0, 20));
    expect(curve().points.subarray(-20)).toEqual(before.points.subarray(-20));
  });

  it('says when the ends allow no more, and keeps the last that came near; a short stretch is refused', async () => {
    const { lossy, refits, choice, notice, offered } = open();
    await offered(FAIR);
    lossy.leave();
    choice.stretch.set({ from: 0.25, to: 0.75 });
    const drag = (by: number) => refits.pull({ kind: 'drag', u: 0.5, by, width: 30 }, false);
    drag(-0.0005);
    const near = lossy.offer()?.curves[0].after;
    drag(-0.2);
    expect(lossy.offer()?.notes.pulled?.isAtLimit).toBe(true);
    expect(lossy.offer()?.curves[0].after).toBe(near);
    choice.stretch.set({ from: 0.5, to: 0.55 });
    refits.pull({ kind: 'level' }, true);
    await until(() => notice() !== null);
    expect(notice()).toContain('make it longer, or add knots there');
  });
});

describe('a curve whose curvature goes one way', () => {
  it('is offered within the tolerance, or else within one that was tried, called so', async () => {
    const half = { kind: 'oneWay', way: 'falls', startLevel: 0, endLevel: 2, stretch: { from: 0, to: 0.52 } } as const;
    const { lossy, offered, notice } = open();
    const offer = await offered({ ...half, tolerance: 0.5 });
    expect(offer && titleOf(offer.title)).toBe('Let the curvature go one way in Curve 1 within 0.5 mm');
    expect(offer?.price?.deviation.bound).toBeLessThanOrEqual(0.5);
    const after = offer?.curves[0].after;
    const { pieces } = monotonePieces(after ?? CHECK_FA, [0, 0, 1]);
    expect(pieces.filter(({ from, to }) => from < 0.52 && to > 0).map(({ kind }) => kind)).toEqual(['falls']);
    lossy.leave();
    const wider = await offered({ ...half, tolerance: 0.01 });
    expect(wider?.notes.widened?.from).toBe(0.01);
    const to = wider?.notes.widened?.to ?? 0;
    expect(to).toBeGreaterThan(0.01);
    expect(wider?.call?.command === 'refit' && wider.call.args.tolerance).toBe(to);
    expect(wider?.price?.deviation.bound).toBeLessThanOrEqual(to);
    lossy.leave();
    await offered({ ...half, way: 'rises', startLevel: 3, endLevel: 3, stretch: null, tolerance: 0.01 });
    expect(notice()).toContain('no curve was found whose curvature goes that way');
  });
});

describe('a curve that is made lighter, or laid anew', () => {
  it('keeps what was promised, is offered with its figures, and keeps its joint', async () => {
    const { lossy, offered, curve, notice } = open();
    const offer = await offered({ kind: 'lighten', tolerance: 0.5 });
    expect(offer?.price?.deviation.bound).toBeLessThanOrEqual(0.5);
    expect(offer?.gain?.after.controlPoints).toBeLessThan(20);
    const ghost = offer?.curves[0].after;
    lossy.apply();
    await until(() => lossy.offer() === null);
    expect(curve().points).toEqual(ghost?.points);
    await offered({ kind: 'relay', count: 9, degree: 5 });
    expect(lossy.offer()?.gain?.after.controlPoints).toBe(9);
    await offered({ kind: 'lighten', tolerance: 1e-6 });
    expect(notice()).toContain('no curve of fewer than');
  });
});

describe('a run of joined curves', () => {
  /** Check FA in two, the second one drawn the other way round, joined with G2; and a line that meets it in a corner. */
  function run() {
    const halves = split(CHECK_FA, 0.45);
    if (!halves.ok) throw new Error('not split');
    const [left, right] = halves.value;
    const [x, y] = evaluate(CHECK_FA, 1);
    const tail = makeCurve(
      3,
      uniformKnots(3, 6),
      homogeneous([0, 1, 2, 3, 4, 5].flatMap((i) => [x + 6 * i, y + 8 * i + (i === 3 ? 0.2 : 0), 0])),
    );
    const drawn = projectWith(pulled('a', left), pulled('b', reverse(right)), pulled('c', tail));
    return changed(drawn, {
      command: 'joinEnd',
      args: { item: 'b', end: 'end', leader: { kind: 'end', item: 'a', end: 'end' }, level: 2 },
    });
  }

  it('is faired as one in one step: the joint keeps its level, the corner stays where it is', async () => {
    const { editing, lossy, refits, choice, curve, state } = open(run());
    const before = ['a', 'b', 'c'].map(curve);
    const corner = evaluate(before[1], domainOf(before[1])[0]);
    editing.select(selectionOf(['b', 'c', 'a']));
    choice.tolerance.set(0.5);
    refits.fair();
    await until(() => (lossy.offer()?.call ?? null) !== null);
    const offer = lossy.offer();
    expect(offer && titleOf(offer.title)).toMatch(/^Fair Curve \d and 2 more within 0.5 mm$/);
    expect(offer?.price?.deviation.bound).toBeLessThanOrEqual(0.5);
    expect(offer?.gain?.after.variation).toBeLessThan(0.3 * (offer?.gain?.before.variation ?? 0));
    const steps = state().drawing.log.length;
    lossy.apply();
    await until(() => lossy.offer() === null);
    expect(state().drawing.log.length).toBe(steps + 1);
    const [a, b, c] = ['a', 'b', 'c'].map(curve);
    [a, b, c].forEach((each, i) => expect(deviationInStep(before[i], each).bound).toBeLessThanOrEqual(0.5));
    expect(continuityOfEnds(a, 'end', b, 'end').level).toBeGreaterThanOrEqual(2);
    // The lump of check FA is beside the joint: both sides moved.
    expect(deviationInStep(before[0], a).max).toBeGreaterThan(0.02);
    expect(deviationInStep(before[1], b).max).toBeGreaterThan(0.02);
    expect(evaluate(b, domainOf(b)[0])).toEqual(corner);
    expect(continuityOfEnds(b, 'start', c, 'start').level).toBe(0);
  });

  it('is seen while its tolerance is slid, and offered with its price once that rests', async () => {
    const { editing, lossy, refits, choice, curve } = open(run());
    const before = ['a', 'b'].map(curve);
    editing.select(selectionOf(['a', 'b']));
    refits.fair();
    await until(() => (lossy.offer()?.call ?? null) !== null);
    const shown = jest.spyOn(lossy, 'showComing');
    for (const tolerance of [0.1, 0.2, 0.3, 0.4]) {
      choice.tolerance.set(tolerance);
      refits.fairSoon();
    }
    await until(() => lossy.offer()?.title.numbers?.[0] === 0.4 && lossy.offer()?.call !== null);
    const seen = shown.mock.calls.map(([{ title, curves }]) => {
      const [tolerance = NaN] = title.numbers ?? [];
      for (const { item, after } of curves) {
        expect(deviationInStep(curve(item), after).bound).toBeLessThanOrEqual(tolerance);
      }
      return tolerance;
    });
    // The first is looked at and the last, not what was passed over while the worker had its hands full.
    expect(seen).toContain(0.1);
    expect(seen).not.toContain(0.2);
    expect(lossy.offer()?.price?.deviation.bound).toBeLessThanOrEqual(0.4);
    expect(['a', 'b'].map(curve)).toEqual(before);
    // Left while it is looked at, it does not come again.
    choice.tolerance.set(0.2);
    refits.fairSoon();
    refits.fairSoon();
    lossy.leave();
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(lossy.how()).toBeNull();
  });

  it('is the same whichever of its curves was taken first', async () => {
    for (const items of [
      ['a', 'b'],
      ['b', 'a'],
    ]) {
      TestBed.resetTestingModule();
      const { editing, lossy, refits, choice } = open(run());
      editing.select(selectionOf(items));
      choice.tolerance.set(0.3);
      refits.fair();
      await until(() => (lossy.offer()?.call ?? null) !== null);
      expect(lossy.offer()?.price?.deviation.bound).toBeLessThanOrEqual(0.3);
      expect(lossy.offer()?.gain?.after.lumps).toBe(0);
    }
  });

  it('is refused by name where the curves do not meet', async () => {
    const { editing, refits, notice } = open(run());
    editing.select(selectionOf(['a', 'c']));
    refits.fair();
    await until(() => notice() !== null);
    expect(notice()).toContain('Curve 3 does not meet the others end to end');
  });
});

describe('arcs and lines in place of a curve', () => {
  it('are offered with their price, their parts and where curvature jumps; applied they are the curve, and can be undone', async () => {
    const { lossy, offered, curve, stepHistory } = open();
    const before = curve();
    const offer = await offered({ kind: 'arcsAndLines', tolerance: 0.05 });
    expect(offer && titleOf(offer.title)).toBe('Arcs and lines in place of Curve 1 within 0.05 mm');
    expect(offer?.price?.deviation.max).toBeLessThanOrEqual(0.05);
    const { arcs = 0, lines = 0, jumps = [] } = offer?.notes.standIn ?? {};
    expect(jumps).toHaveLength(arcs + lines - 1);
    lossy.apply();
    await until(() => curve() !== before);
    expect(curve().degree).toBe(2);
    stepHistory.undo();
    expect(curve()).toEqual(before);
  });

  it('as a polyline are straight pieces; what is straight already is told', async () => {
    const { lossy, offered, curve, notice } = open();
    const offer = await offered({ kind: 'polyline', tolerance: 0.5 });
    expect([offer?.notes.standIn?.arcs, offer?.notes.standIn?.jumps]).toEqual([0, []]);
    lossy.apply();
    await until(() => curve().degree === 1);
    await offered({ kind: 'polyline', tolerance: 0.5 });
    expect(notice()).toBe('it is made of lines already');
  });
});
