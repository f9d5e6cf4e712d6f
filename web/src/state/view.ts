import { type Comb, type ReadingSettings, type SavedView, SNAP_KINDS } from '../api/savedView';
import { createReducer, on } from '@ngrx/store';
import { drawingActions, viewActions } from './actions';

/** What is on until somebody chooses: the grid would catch every place. */
const FIRST_SNAPS = SNAP_KINDS.filter((kind) => kind !== 'grid');

export const FIRST_VIEW: SavedView = {
  comb: { shown: true, of: 'selected', scale: null, teeth: 80 },
  camera: null,
  snaps: FIRST_SNAPS,
  snapping: true,
  names: false,
  reading: {
    marks: ['lump', 'hook', 'kink', 'crossing', 'meeting'],
    least: 0.05,
    intended: [],
    limit: null,
    circle: false,
    continuity: { within: 0.1, gap: 0.001, angle: 0.05, curvature: 1, rate: 5 },
    comparison: { reference: { kind: 'selected' }, mirrored: false, tolerance: null, scale: null },
  },
  measurements: [],
  pictures: [],
  handOver: {
    formats: ['step'],
    which: 'all',
    layers: [],
    references: false,
    units: null,
    tolerance: null,
    form: 'as-drawn',
    paper: 'one',
    machine: { clearance: 5, depth: 1, feed: 300 },
    places: 101,
    decimal: '.',
    mark: false,
  },
};

const withReading = (view: SavedView, reading: Partial<ReadingSettings>): SavedView => ({
  ...view,
  reading: { ...view.reading, ...reading },
});

const withComb = (view: SavedView, comb: Partial<Comb>): SavedView => ({ ...view, comb: { ...view.comb, ...comb } });

export const viewReducer = createReducer<SavedView>(
  FIRST_VIEW,
  on(drawingActions.opened, (_view, { view }) => ({
    camera: view.camera ?? null,
    comb: { ...FIRST_VIEW.comb, ...view.comb },
    snaps: view.snaps ?? FIRST_VIEW.snaps,
    snapping: view.snapping ?? FIRST_VIEW.snapping,
    names: view.names ?? FIRST_VIEW.names,
    reading: { ...FIRST_VIEW.reading, ...view.reading },
    measurements: view.measurements ?? FIRST_VIEW.measurements,
    pictures: view.pictures ?? FIRST_VIEW.pictures,
    handOver: { ...FIRST_VIEW.handOver, ...view.handOver },
  })),
  on(viewActions.combShown, (view, { shown }) => withComb(view, { shown })),
  on(viewActions.combScaled, (view, { scale }) => withComb(view, { scale })),
  on(viewActions.combScaleFreed, (view) => withComb(view, { scale: null })),
  on(viewActions.combDensitySet, (view, { teeth }) => withComb(view, { teeth })),
  on(viewActions.combCurvesChosen, (view, { of }) => withComb(view, { of, shown: true })),
  on(viewActions.markSet, (view, { kind, on: wanted }) =>
    withReading(view, {
      marks: [...view.reading.marks.filter((each) => each !== kind), ...(wanted ? [kind] : [])],
    }),
  ),
  on(viewActions.lumpsListed, (view, { least }) => withReading(view, { least })),
  on(viewActions.radiusLimited, (view, { limit }) => withReading(view, { limit })),
  on(viewActions.circleShown, (view, { shown }) => withReading(view, { circle: shown })),
  on(viewActions.lumpIntended, (view, { lump }) => withReading(view, { intended: [...view.reading.intended, lump] })),
  on(viewActions.thresholdSet, (view, { name, value }) =>
    withReading(view, { continuity: { ...view.reading.continuity, [name]: value } }),
  ),
  on(viewActions.comparisonSet, (view, { settings }) =>
    withReading(view, { comparison: { ...view.reading.comparison, ...settings } }),
  ),
  on(viewActions.handOverSet, (view, { settings }) => ({ ...view, handOver: { ...view.handOver, ...settings } })),
  on(viewActions.intendedForgotten, (view, { curve }) =>
    withReading(view, { intended: view.reading.intended.filter((each) => each.curve !== curve) }),
  ),
  on(viewActions.snapSet, (view, { kind, on: wanted }) => ({
    ...view,
    snaps: [...view.snaps.filter((each) => each !== kind), ...(wanted ? [kind] : [])],
  })),
  on(viewActions.snappingSet, (view, { on: snapping }) => ({ ...view, snapping })),
  on(viewActions.namesShown, (view, { shown }) => ({ ...view, names: shown })),
  on(viewActions.picturePlaced, (view, { picture }) => {
    const known = view.pictures.some(({ id }) => id === picture.id);
    const pictures = known
      ? view.pictures.map((each) => (each.id === picture.id ? picture : each))
      : [...view.pictures, picture];
    return { ...view, pictures };
  }),
  on(viewActions.measured, (view, { measurement }) => ({
    ...view,
    measurements: [...view.measurements, measurement],
  })),
  on(viewActions.measurementRemoved, (view, { id }) => ({
    ...view,
    measurements: view.measurements.filter((each) => each.id !== id),
  })),
  on(viewActions.cameraMoved, (view, { camera }) => ({ ...view, camera })),
);
