/** The signs of our own tools, as paths in a square of 24; rings with a fill are the places that are given. */

const ring = (x: number, y: number): string => `<circle cx="${x}" cy="${y}" r="2" fill="var(--paper)"/>`;
const dot = (x: number, y: number): string =>
  `<circle cx="${x}" cy="${y}" r="1.700" fill="currentColor" stroke="none"/>`;
const box = (x: number, y: number): string =>
  `<rect x="${x - 1.8}" y="${y - 1.8}" width="3.600" height="3.600" fill="var(--paper)"/>`;
const path = (d: string, more = ''): string => `<path d="${d}"${more}/>`;
const thin = ' stroke-width="1" opacity="0.700"';
const dashed = ' stroke-dasharray="3 2.500"';

export const toolIcons = {
  select:
    path('M3 19C9 19 8 8 13 8s4 6 8 6') +
    '<circle cx="13" cy="8" r="2.600" fill="currentColor"/>' +
    path('M13 2v2M7 8H5M21 8h-2'),
  insert:
    path('M3 17C8 17 9 9 20 8') +
    '<circle cx="11" cy="12.200" r="2.400" fill="currentColor"/>' +
    path('M18 14v7M14.500 17.500h7'),
  through: path('M4 18C7 18 7 8 11.500 8S16 16 20 15') + ring(4, 18) + ring(11.5, 8) + ring(20, 15),
  pulled: path('M4 18C9 2 15 2 20 18') + path('M4 18L8 5L16 5L20 18', thin) + box(8, 5) + box(16, 5),
  bezier:
    path('M5 18C5 9 19 15 19 6') + path('M5 18V9M19 6v9', thin) + dot(5, 9) + dot(19, 15) + box(5, 18) + box(19, 6),
  freehand: path('M3 15c2-6 5-8 6-4s-2 7 1 7 4-10 6-9-1 6 1 6 3-2 4-4'),
  compare:
    path('M4 18C7 10 8 7 12 7s5 3 8 11') +
    path('M4 18C9 9 15 9 20 18', dashed) +
    ring(4, 18) +
    ring(12, 7) +
    ring(20, 18),
  thread:
    path('M5 17C8 8 12 18 19 6', dashed) +
    dot(5, 17) +
    dot(11, 13) +
    dot(19, 6) +
    '<text x="1" y="11" font-size="8" fill="currentColor" stroke="none">1</text>',
  line: path('M4 19L20 5') + ring(4, 19) + ring(20, 5),
  polyline: path('M4 18L9 7') + path('M9 7C14 5 18 8 19 16') + ring(4, 18) + ring(9, 7) + ring(19, 16),
  rectangle: '<rect x="4" y="6" width="16" height="12"/>' + ring(4, 18) + ring(20, 6),
  polygon: path('M12 4l7.600 5.500-2.900 8.900H7.300L4.400 9.500z'),
  circle: '<circle cx="12" cy="12" r="8"/>' + dot(12, 12),
  arc: path('M4 17A10 10 0 0 1 20 17') + ring(4, 17) + ring(20, 17) + ring(12, 10.8),
  ellipse: '<ellipse cx="12" cy="12" rx="9" ry="5.500"/>' + dot(12, 12),
  conic: path('M4 19Q12 1 20 19') + path('M4 19L12 4L20 19', thin) + dot(12, 4),
  parabola: path('M4 4Q12 34 20 4') + path('M12 4v16', thin + dashed),
  point: dot(12, 12) + path('M12 4v4M12 16v4M4 12h4M16 12h4'),
  row: dot(4, 18) + dot(9.3, 14) + dot(14.6, 10) + dot(20, 6),
  guideLine: path('M3 20L21 4', dashed),
  gauge: '<circle cx="12" cy="12" r="8" stroke-dasharray="3 2.500"/>' + path('M12 12L18 7') + dot(12, 12),
  split: path('M3 17C8 17 7 9 10.500 8.500') + path('M14 8.200C17 8 18 6 21 6') + path('M12.200 4v9'),
  trim: path('M3 12h5M16 12h5') + path('M9 12h6', dashed) + path('M8 4v16M16 4v16', thin),
  extend: path('M3 16C7 16 9 13 11 11') + path('M11 11L17 5', dashed) + path('M19 2v12', thin),
  join: path('M3 17C7 17 9 12 12 12s5 1 9-5') + '<circle cx="12" cy="12" r="3.200"/>',
  joint:
    path('M2 18C6 18 8 14 12 12') +
    path('M12 12C16 10 18 6 22 6', dashed) +
    '<circle cx="12" cy="12" r="2.600"/><circle cx="12" cy="12" r="5.200"/>',
  blend: path('M2 19L8 16') + path('M22 5L16 8') + path('M8 16C12 14 12 10 16 8', dashed) + ring(8, 16) + ring(16, 8),
  softCorner: path('M3 19H9C17 19 19 17 19 10V4') + path('M9 19H19V10', thin + dashed),
  tie:
    path('M3 17C8 17 9 9 13 9') +
    path('M10 6.500L13 9L10 11.500M16 6.500L13 9L16 11.500') +
    path('M13 9C17 9 18 6 22 6', thin + dashed),
  offset: path('M4 19C5 9 10 6 20 6') + path('M10 20C11 15 13 13 20 13', dashed),
  fillet: path('M5 20V13A8 8 0 0 1 13 5h7') + path('M5 12V5h7', thin + dashed),
  chamfer: path('M5 20V12L12 5h8') + path('M5 11V5h6', thin + dashed),
  divide: path('M3 16C8 4 16 20 21 8') + dot(6.6, 11) + dot(12, 12) + dot(17.4, 13),
  midway: path('M3 6C9 6 15 4 21 5') + path('M3 19C9 20 15 16 21 18') + path('M3 12.500C9 13 15 10 21 11.500', dashed),
  move:
    path('M12 4v16M4 12h16') +
    path(
      'M9.500 6.500L12 4l2.500 2.500M9.500 17.500L12 20l2.500-2.500M6.500 9.500L4 12l2.500 2.500M17.500 9.500L20 12l-2.500 2.500',
    ),
  copy: path('M4 17C6 10 10 10 12 14') + path('M10 12C12 5 16 5 20 9', dashed) + path('M15 17h6M18 14v6'),
  rotate: path('M18.500 8A8 8 0 1 0 20 12') + path('M20 4v4.500h-4.500') + dot(12, 12),
  scale: '<rect x="4" y="11" width="9" height="9"/>' + path('M4 4h16v16', dashed) + path('M14 10l4-4M15 6h3v3'),
  mirror: path('M12 3v18', dashed) + path('M4 18C5 8 8 8 9 6') + path('M20 18C19 8 16 8 15 6', thin),
  array: [5, 12, 19].map((x) => dot(x, 8) + dot(x, 16)).join('') + path('M5 12h14', thin + dashed),
  measureDistance: path('M5 18L19 6') + path('M3 15l4 6M17 3l4 6', thin) + dot(5, 18) + dot(19, 6),
  measureAngle: path('M20 18H4L15 5') + path('M12 18A8 8 0 0 0 9.200 12', thin),
  measureTangents: path('M3 18C8 18 9 9 12 9s4 8 9 8') + path('M4 14L13 6M14 6l7 9', thin),
  measureClearance: path('M3 6C9 12 15 12 21 6') + path('M3 20C9 15 15 15 21 20') + path('M12 10.500v5.700', dashed),
  measureArea: path('M4 13C4 7 9 4 14 5s7 6 5 11-15 4-15-3z') + path('M10 12h4M12 10v4', thin),
  pictureScale: '<rect x="3" y="5" width="18" height="14" rx="1"/>' + path('M7 15L16 9') + ring(7, 15) + ring(16, 9),
  pictureMove: '<rect x="3" y="7" width="13" height="11" rx="1"/>' + path('M12 12h8M17.500 9.500L20 12l-2.500 2.500'),
  pictureLevel:
    '<rect x="4" y="6" width="15" height="12" rx="1" transform="rotate(-8 12 12)"/>' + path('M3 12h18', dashed),
  ring:
    [0, 1, 2, 3, 4, 5]
      .map((i) =>
        dot(Number((12 + 7.5 * Math.cos(i * 1.0472)).toFixed(1)), Number((12 + 7.5 * Math.sin(i * 1.0472)).toFixed(1))),
      )
      .join('') + path('M12 10.500v3M10.500 12h3'),
} as const;
