import type { ToolGroup } from './contract';
import { toolIcons } from './icons';

/** What people find of every tool before its code has come: its name, its group, its key as the table of bench actions writes it. */
const CATALOGUE = {
  select: { label: 'Bend: drag handles', group: 'bend', key: 'b' },
  insert: { label: 'Add a point to a curve', group: 'bend', key: 'i' },
  through: { label: 'Through points', group: 'curves', key: 't' },
  pulled: { label: 'By control points', group: 'curves', key: 'Shift+T' },
  compare: { label: 'Through and pulled by', group: 'curves', key: 'Shift+V' },
  thread: { label: 'Through chosen points', group: 'curves' },
  bezier: { label: 'Bézier', group: 'curves', key: 'Shift+B' },
  freehand: { label: 'Freehand', group: 'curves', key: 'Shift+F' },
  line: { label: 'Line', group: 'lines', key: 'Shift+L' },
  polyline: { label: 'Polyline', group: 'lines', key: 'Shift+K' },
  rectangle: { label: 'Rectangle', group: 'lines', key: 'Shift+R' },
  polygon: { label: 'Polygon', group: 'lines', key: 'Shift+G' },
  circle: { label: 'Circle', group: 'round', key: 'Shift+C' },
  arc: { label: 'Arc', group: 'round', key: 'Shift+A' },
  ellipse: { label: 'Ellipse', group: 'round', key: 'Shift+E' },
  conic: { label: 'Conic', group: 'round', key: 'Shift+O' },
  parabola: { label: 'Parabola', group: 'round', key: 'Shift+N' },
  point: { label: 'Point', group: 'points', key: 'Shift+I' },
  row: { label: 'Row of points', group: 'points' },
  guideLine: { label: 'Construction line', group: 'points', key: 'Shift+M' },
  gauge: { label: 'Gauge circle', group: 'points', key: 'Shift+H' },
  split: { label: 'Split', group: 'cut' },
  trim: { label: 'Trim', group: 'cut', key: 'Shift+J' },
  extend: { label: 'Extend or shorten', group: 'cut' },
  join: { label: 'Make one', group: 'cut' },
  offset: { label: 'Offset', group: 'cut' },
  fillet: { label: 'Fillet', group: 'cut' },
  chamfer: { label: 'Chamfer', group: 'cut' },
  divide: { label: 'Divide', group: 'cut' },
  midway: { label: 'Midway', group: 'cut' },
  joint: { label: 'Joint', group: 'joints', key: '&' },
  blend: { label: 'Blend', group: 'joints', key: '~' },
  softCorner: { label: 'Soft corner', group: 'joints', key: '(' },
  tie: { label: 'Tie', group: 'joints', key: '*' },
  move: { label: 'Move', group: 'transform', key: 'Shift+W' },
  copy: { label: 'Copy', group: 'transform' },
  rotate: { label: 'Rotate', group: 'transform' },
  scale: { label: 'Scale', group: 'transform' },
  mirror: { label: 'Mirror', group: 'transform' },
  array: { label: 'Array in rows', group: 'transform' },
  ring: { label: 'Array around', group: 'transform' },
  measureDistance: { label: 'Measure distance', group: 'measure' },
  measureAngle: { label: 'Measure angle', group: 'measure' },
  measureTangents: { label: 'Measure tangents', group: 'measure' },
  measureClearance: { label: 'Measure clearance', group: 'measure' },
  measureArea: { label: 'Measure area', group: 'measure' },
  pictureScale: { label: 'Scale picture', group: 'trace' },
  pictureMove: { label: 'Move picture', group: 'trace' },
  pictureLevel: { label: 'Level picture', group: 'trace' },
} as const satisfies Readonly<
  Record<string, { readonly label: string; readonly group: ToolGroup; readonly key?: string }>
>;

/** Every tool that can be taken into hand. */
export type ToolName = keyof typeof CATALOGUE;

/** In hand whenever no other tool is. */
export const RESTING_TOOL = 'select' satisfies ToolName;

/** A tool as people find it: in the palette, in the toolbar, by its key. */
export interface ToolEntry {
  readonly name: ToolName;
  readonly label: string;
  readonly group: ToolGroup;
  /** Its sign, as paths in a square of 24. */
  readonly icon: string;
  /** Null for one that is found in the palette. */
  readonly key: string | null;
}

/** Every tool, group by group. */
export const TOOLS: readonly ToolEntry[] = Object.entries(CATALOGUE).map(([name, entry]) => ({
  key: null,
  ...entry,
  name: name as ToolName,
  icon: toolIcons[name as ToolName],
}));

/** What the toolbar over the sheet shows, in groups; the palette has the rest. */
export const TOOLBAR: readonly (readonly ToolName[])[] = [
  ['select', 'insert'],
  ['through', 'pulled', 'bezier', 'freehand', 'line', 'polyline', 'circle', 'arc'],
];

export const entryOf = (name: ToolName): ToolEntry => TOOLS.find((tool) => tool.name === name) ?? TOOLS[0];

/** Whether a name that was stored is that of a tool. */
export const isToolName = (name: string): name is ToolName => Object.hasOwn(CATALOGUE, name);
