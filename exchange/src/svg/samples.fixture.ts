import fc from 'fast-check';
import { anySheet } from '../nurbs.fixture';
import { writeSvg } from './write';

/** Another program's document: symbols, uses, transformations, styles, shapes of every kind, things that are not read. */
const FOREIGN = `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE svg [<!ENTITY dot "M0 0L1 0">]>
<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="4in" height="200" viewBox="0 0 400 200">
  <style>.rim{stroke:#06c} #tip{fill:rgb(10%,20%,30%)}</style>
  <defs><symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4"/></symbol><path id="p" d="&dot;"/></defs>
  <g id="Walls" transform="translate(10,20) rotate(30) scale(2,1)">
    <path class="rim" d="M10,10a5 5 0 1110 0l-.5.5-1e1-.25zl3 3"/>
    <path id="tip" style="stroke-dasharray:2 1" d="M0 0C10 20 30 40 50 0S80 -20 90 0Q100 10 110 0T130 0H140V10z"/>
    <rect x="1" y="2" width="30" height="20" rx="4" ry="3"/><ellipse cx="3" cy="4" rx="8" ry="5"/>
  </g>
  <use xlink:href="#s" x="20" y="30" width="40" height="40"/><use href="#p" transform="skewX(20)"/>
  <svg x="10" y="10" width="50%" height="40" viewBox="0 0 20 10" preserveAspectRatio="xMaxYMin slice"><line x2="3mm" y2="4"/></svg>
  <polyline points="0,0 10,10 20,0"/><polygon points="0 0 10 10 20 0"/><text x="1">words</text><image href="a.png"/>
</svg>
`;

export const svgSamples = (): readonly Uint8Array[] => [
  new TextEncoder().encode(FOREIGN),
  ...fc.sample(anySheet(), { numRuns: 3, seed: 5 }).map((sheet) => writeSvg(sheet, { tolerance: 1 }).bytes),
];
