import fc from 'fast-check';
import { anySheet } from '../nurbs.fixture';
import { igesFile } from './iges.fixture';
import { writeIges } from './write';

/** Another program's file: inches, transformations, conics, subfigures, trimmed surfaces, groups, names. */
const FOREIGN = igesFile(
  [
    { type: 124, fields: '0.,0.,1.,7.,1.,0.,0.,0.,0.,1.,0.,0.' },
    { type: 100, fields: '2.,1.,1.,6.,1.,1.,6.', transform: 1, level: 3 },
    { type: 104, form: 1, fields: '0.0025,0.,0.015625,0.,0.,-1.,0.,20.,0.,0.,8.', colour: 3 },
    { type: 110, fields: '0.,0.,0.,3.,0.,4.' },
    { type: 110, fields: '3.,0.,4.,3.,5.,4.', status: '00010000' },
    { type: 102, fields: '2,7,9' },
    { type: 308, fields: '0,3Htip,2,3,5', status: '00000200' },
    { type: 408, fields: '13,10.,20.,30.,2.' },
    { type: 406, form: 15, fields: '1,5HSpout', status: '00010000' },
    { type: 126, fields: '2,2,0,0,0,0,0.,0.,0.,1.,1.,1.,1.,0.5,1.,0.,0.,0.,1.,2.,0.,2.,0.,0.,0.,0.75,0.,0.,1.,0,1,17' },
    { type: 112, fields: '3,1,2,1,0.,1.,0.,10.,0.,0.,0.,5.,1.,0.,0.,0.,0.,0.,10.,10.,0.,0.,6.,7.,-1.,0.,0.,0.,0.,0.' },
    { type: 130, fields: '3,1,0,2,0,0.5,0.,0.,0.,0.,0.,1.,0.,1.' },
    { type: 106, form: 12, fields: '2,3,0.,0.,0.,1.,1.,1.,2.,0.,0.' },
    { type: 110, fields: '0.,0.,0.,1.,1.,0.', status: '00000500' },
    { type: 142, fields: '0,33,27,25,2' },
    { type: 144, fields: '33,1,0,29' },
    { type: 128, fields: '1,1,1,1,0,0,1,0,0,0.,0.,1.,1.,0.,0.,1.,1.,1.,1.,1.,1.,0.,0.,0.,1.,0.,2.,0.,1.,1.,1.,1.,3.,0.,1.,0.,1.' },
    { type: 402, form: 7, fields: '2,19,21' },
    { type: 116, fields: '1.,2.,3.' },
  ],
  { units: '1,2HIN' },
); // prettier-ignore

export const igesSamples = (): readonly Uint8Array[] => [
  new TextEncoder().encode(FOREIGN),
  ...fc.sample(anySheet(), { numRuns: 3, seed: 5 }).map((sheet) => writeIges(sheet, { units: 'mm', time: '2026-12-02T06:00:00' }).bytes), // prettier-ignore
];
