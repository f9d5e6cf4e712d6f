import { createReducer, on } from '@ngrx/store';
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
}

export const FIRST_VIEW: KeptView = { comb: { shown: true, scale: null, teeth: 80 }, camera: null };

const withComb = (view: KeptView, comb: Partial<Comb>): KeptView => ({ ...view, comb: { ...view.comb, ...comb } });

export const viewReducer = createReducer<KeptView>(
  FIRST_VIEW,
  on(benchActions.opened, (_view, { view }) => ({
    camera: view.camera ?? null,
    comb: { ...FIRST_VIEW.comb, ...view.comb },
  })),
  on(viewActions.combShown, (view, { shown }) => withComb(view, { shown })),
  on(viewActions.combScaled, (view, { scale }) => withComb(view, { scale })),
  on(viewActions.combScaleFreed, (view) => withComb(view, { scale: null })),
  on(viewActions.combDensitySet, (view, { teeth }) => withComb(view, { teeth })),
  on(viewActions.cameraRested, (view, { camera }) => ({ ...view, camera })),
);
