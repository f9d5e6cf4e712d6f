import { circle, ellipse, FRONT } from '@pencil-bend/core';
import { nurbsOf } from '../nurbs';
import { writeMachinePath } from './write';

const FOREIGN = `%
O1000 (gasket)
N10 G21 G17 G90 G94
N20 T1 M6 S8000 M3
N30 G0 X0. Y0. Z5.
N40 G1 Z-2. F100
N50 G1 X50. F400
N60 G3 X60. Y10. I0. J10.
N70 Y40.
N80 G2 X50. Y50. R10.
N90 G91 G1 X-50. Y0
N100 G90 Y0.
N110 G3 X0. Y0. Z-3. I-5. J0.
N120 G0 Z5.
N130 M30
%
`;

export const machineSamples = (): readonly Uint8Array[] => [
  new TextEncoder().encode(FOREIGN),
  writeMachinePath(
    {
      name: 'kettle',
      items: [circle(FRONT, [3, 4, 0], 25), ellipse(FRONT, [0, 0, 0], 40, 15)].map((curve) => ({ kind: 'curve', name: 'a', layer: 'b', colour: '#000000', curve, nurbs: nurbsOf(curve) })), // prettier-ignore
    },
    { tolerance: 0.05, units: 'mm' },
  ).bytes,
];
