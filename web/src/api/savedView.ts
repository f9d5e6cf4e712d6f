import type { Vector3 } from '@pencil-bend/core';
import type { Id, Project } from '@pencil-bend/document';
import type { CurveForm, ExportFormat, PaperSize } from '@pencil-bend/exchange';

/** Where a view is looked at: the middle in the plane's own axes in mm, and mm per pixel. */
export interface Camera {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** Which curves carry a comb: those that are selected, all of their layers, or every one that is shown. */
export type CombCurves = 'selected' | 'layer' | 'all';

export interface Comb {
  readonly shown: boolean;
  readonly of: CombCurves;
  /** Height of a tooth in mm for each 1/mm of curvature, that is mm²; null when it is chosen by itself. */
  readonly scale: number | null;
  /** Teeth along the whole curve; of several, along the longest of them. */
  readonly teeth: number;
}

/** What is marked on a curve that is read. */
export const MARK_KINDS = [
  'lump',
  'hook',
  'kink',
  'crossing',
  'inflection',
  'extremum',
  'flat',
  'monotone',
  'meeting',
] as const;

export type MarkKind = (typeof MARK_KINDS)[number];

/** A lump that is meant so. It lapses where the place moves, or the lump grows, by too much. */
export interface IntendedLump {
  readonly curve: Id;
  /** Share of the length. */
  readonly at: number;
  /** Prominence in 1/mm. */
  readonly size: number;
}

/** What the read curve is compared with. */
export type Reference =
  /** What else is selected: a curve, or points. */
  | { readonly kind: 'selected' }
  /** Its own mirror image. */
  | { readonly kind: 'mirror' }
  | { readonly kind: 'item'; readonly item: Id }
  /** Points of a layer. */
  | { readonly kind: 'points'; readonly layer: Id }
  /** As it was in a stage, or before a step that still stands. */
  | { readonly kind: 'stage'; readonly stage: string }
  | { readonly kind: 'before'; readonly step: string };

/** How the deviation of a curve is read. */
export interface ComparisonSettings {
  readonly reference: Reference;
  /** The reference is mirrored first. */
  readonly mirrored: boolean;
  /** What lies further off than this, in mm, is marked; null for the tolerance of the sheet. */
  readonly tolerance: number | null;
  /** So many times as long as they are deviations are drawn; null where that is chosen by itself. */
  readonly scale: number | null;
}

/** How curves are read. */
export interface ReadingSettings {
  readonly marks: readonly MarkKind[];
  /** Lumps are listed from this share of the curve's reference curvature on. */
  readonly least: number;
  readonly intended: readonly IntendedLump[];
  /** What bends tighter than this radius in mm is marked; null for no limit. */
  readonly limit: number | null;
  /** The circle of curvature follows the pointer along the curve. */
  readonly circle: boolean;
  readonly continuity: MeetingThresholds;
  readonly comparison: ComparisonSettings;
}

/** Which ends count as meeting, and how exact a meeting has to be to count as of a level. */
export interface MeetingThresholds {
  /** mm. */
  readonly within: number;
  readonly gap: number;
  /** Degrees. */
  readonly angle: number;
  /** Percent of the larger one. */
  readonly curvature: number;
  readonly rate: number;
}

/** What a place can be caught by, from what is caught first to what is caught last. */
export const SNAP_KINDS = [
  'end',
  'point',
  'intersection',
  'middle',
  'centre',
  'quadrant',
  'tangent',
  'perpendicular',
  'symmetry',
  'curve',
  'level',
  'grid',
] as const;

export type SnapKind = (typeof SNAP_KINDS)[number];

/** A picture to trace over, as it lies on the sheet: kept with the view, its bytes with the project. */
export interface TracedPicture {
  readonly id: Id;
  readonly name: string;
  /** In pixels. */
  readonly width: number;
  readonly height: number;
  /** Where its middle lies, in the axes of the plane that is looked onto, in mm. */
  readonly at: readonly [x: number, y: number];
  /** Millimetres of one of its pixels. */
  readonly scale: number;
  /** Degrees by which it is turned, anticlockwise. */
  readonly angle: number;
  /** From 0, not seen, to 1. */
  readonly opacity: number;
  readonly locked: boolean;
  /** It was taken out; it can come back. */
  readonly removed: boolean;
}

/** Where something is measured: a place of its own, one on a curve by its share of the length, or a whole item. */
export type MeasuredPlace =
  { readonly at: Vector3 } | { readonly item: Id; readonly share: number } | { readonly item: Id };

export const MEASUREMENT_KINDS = ['distance', 'angle', 'tangents', 'clearance', 'area'] as const;
export type MeasurementKind = (typeof MEASUREMENT_KINDS)[number];

/** A measurement that is left standing: it follows what it was taken of. */
export interface Measurement {
  readonly id: Id;
  readonly kind: MeasurementKind;
  readonly places: readonly MeasuredPlace[];
}

/** How a drawing is handed over. */
export interface HandOverSettings {
  readonly formats: readonly ExportFormat[];
  readonly which: 'selected' | 'layers' | 'all';
  /** Of these layers, where it is of layers. */
  readonly layers: readonly Id[];
  /** What lies on layers to work to goes out too. */
  readonly references: boolean;
  /** Null for those of the sheet. */
  readonly units: Project['units'] | null;
  /** In mm; null for the tolerance of the sheet. */
  readonly tolerance: number | null;
  readonly form: CurveForm;
  readonly paper: PaperSize;
  /** In mm, and mm a minute. */
  readonly machine: { readonly clearance: number; readonly depth: number; readonly feed: number };
  /** Places of each curve in a table. */
  readonly places: number;
  readonly decimal: '.' | ',';
  /** A byte order mark, by which some programs know UTF-8. */
  readonly mark: boolean;
}

/** How the drawing is looked at: kept with the project, beside the drawing; undo does not touch it. */
export interface SavedView {
  readonly comb: Comb;
  /** Null until the sheet has been looked at: then all of it is shown. */
  readonly camera: Camera | null;
  /** What places are caught by. */
  readonly snaps: readonly SnapKind[];
  readonly snapping: boolean;
  /** Curves and points carry their names on the sheet. */
  readonly names: boolean;
  readonly reading: ReadingSettings;
  readonly measurements: readonly Measurement[];
  /** Pictures to trace over. */
  readonly pictures: readonly TracedPicture[];
  readonly handOver: HandOverSettings;
}
