import type { Level, Stretch } from '@pencil-bend/core';
import type { CurvatureWish, FairingEnergy, Way } from '@pencil-bend/core/reading';

/** How a curve is fitted anew: tolerances in mm. */
export type RefitTarget =
  | { readonly kind: 'lighten'; readonly tolerance: number }
  | { readonly kind: 'relay'; readonly count: number; readonly degree: number }
  | StandInTarget
  | FairTarget
  | IronTarget
  | PullTarget
  | OneWayTarget;

/** Arcs and lines, or a polyline, in place of a curve. */
export interface StandInTarget {
  readonly kind: 'arcsAndLines' | 'polyline';
  readonly tolerance: number;
}

export interface FairTarget {
  readonly kind: 'fair';
  readonly tolerance: number;
  readonly energy: FairingEnergy;
  /** To which level the ends are held; joints may ask for more. */
  readonly startLevel: Level;
  readonly endLevel: Level;
  /** Tolerances of control points that have their own, by their indices. */
  readonly own: Readonly<Record<number, number>>;
  /** Null for the whole curve. */
  readonly stretch: Stretch | null;
}

export interface OneWayTarget {
  readonly kind: 'oneWay';
  readonly tolerance: number;
  readonly way: Way;
  readonly startLevel: Level;
  readonly endLevel: Level;
  /** Null for the whole curve. */
  readonly stretch: Stretch | null;
}

export interface PullTarget {
  readonly kind: 'pull';
  readonly wish: CurvatureWish;
  readonly stretch: Stretch;
  /** What comes after the stretch goes along as it is. */
  readonly rides: boolean;
}

export interface IronTarget {
  readonly kind: 'iron';
  readonly tolerance: number;
  /** A lump, or any stretch. */
  readonly stretch: Stretch;
}
