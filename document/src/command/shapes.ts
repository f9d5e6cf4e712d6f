/** What something new is called until it is renamed, before its number. */
export const FIRST_NAMES = {
  point: 'Point',
  line: 'Line',
  polyline: 'Polyline',
  rectangle: 'Rectangle',
  polygon: 'Polygon',
  circle: 'Circle',
  arc: 'Arc',
  ellipse: 'Ellipse',
  conic: 'Conic',
  parabola: 'Parabola',
  curve: 'Curve',
  freehand: 'Curve',
  compare: 'Curve',
  offset: 'Offset',
  fillet: 'Fillet',
  chamfer: 'Chamfer',
  midway: 'Midway',
  blend: 'Blend',
  corner: 'Corner',
  'line-guide': 'Line guide',
  'symmetry-line': 'Symmetry line',
  'gauge-circle': 'Gauge circle',
  'measured-set': 'Measured set',
} as const;

/** What was drawn. */
export type Shape = keyof typeof FIRST_NAMES;

export const SHAPES = Object.keys(FIRST_NAMES) as readonly Shape[];
