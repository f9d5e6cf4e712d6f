import { createReducer, on } from '@ngrx/store';
import { FIRST_SNAPS, type SnapKind } from '../snap/snapKinds';
import type { TracedPicture } from '../trace/tracedPicture';
import { benchActions, viewActions } from './actions';

/** Where the sheet is looked at: the middle in the plane's own axes in mm, and mm per pixel. */
export interface SeenCamera {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

export interface Comb {
  readonly shown: boolean;
  /** Height of a tooth in mm for each 1/mm of curvature, that is mm²; null when it is chosen by itself. */
  readonly scale: number | null;
  /** Teeth along the whole curve. */
  readonly teeth: number;
}

/** How the drawing is looked at: kept with the project, beside the drawing; undo does not touch it. */
export interface KeptView {
  readonly comb: Comb;
  /** Null until the sheet has been looked at: then all of it is shown. */
  readonly camera: SeenCamera | null;
  /** What places are caught by. */
  readonly snaps: readonly SnapKind[];
  readonly snapping: boolean;
  /** Pictures to trace over. */
  readonly pictures: readonly TracedPicture[];
}

export const FIRST_VIEW: KeptView = {
  comb: { shown: true, scale: null, teeth: 80 },
  camera: null,
  snaps: FIRST_SNAPS,
  snapping: true,
  pictures: [],
};

const withComb = (view: KeptView, comb: Partial<Comb>): KeptView => ({ ...view, comb: { ...view.comb, ...comb } });

export const viewReducer = createReducer<KeptView>(
  FIRST_VIEW,
  on(benchActions.opened, (_view, { view }) => ({
    camera: view.camera ?? null,
    comb: { ...FIRST_VIEW.comb, ...view.comb },
    snaps: view.snaps ?? FIRST_VIEW.snaps,
    snapping: view.snapping ?? FIRST_VIEW.snapping,
    pictures: view.pictures ?? FIRST_VIEW.pictures,
  })),
  on(viewActions.combShown, (view, { shown }) => withComb(view, { shown })),
  on(viewActions.combScaled, (view, { scale }) => withComb(view, { scale })),
  on(viewActions.combScaleFreed, (view) => withComb(view, { scale: null })),
  on(viewActions.combDensitySet, (view, { teeth }) => withComb(view, { teeth })),
  on(viewActions.snapSet, (view, { kind, on: wanted }) => ({
    ...view,
    snaps: [...view.snaps.filter((each) => each !== kind), ...(wanted ? [kind] : [])],
  })),
  on(viewActions.snappingSet, (view, { on: snapping }) => ({ ...view, snapping })),
  on(viewActions.pictureLaid, (view, { picture }) => {
    const known = view.pictures.some(({ id }) => id === picture.id);
    const pictures = known ? view.pictures.map((each) => (each.id === picture.id ? picture : each)) : [...view.pictures, picture]; // prettier-ignore
    return { ...view, pictures };
  }),
  on(viewActions.cameraRested, (view, { camera }) => ({ ...view, camera })),
);
