/** What reads lumps, marks, meetings, deviations and measurements off curves: fetched once a project is open, not with its first picture. */
export {
  continuityAmong,
  continuityOfEnds,
  culprits,
  curvatureStretches,
  energies,
  fairPreview,
  lumps,
  runsAlike,
} from '@pencil-bend/core/reading';
export { comparedWithCurve, comparedWithPoints } from '../work/comparison';
export { reachOfJoined } from '@pencil-bend/core/changing';
export { jointReadings } from './jointReading';
export { marksOf } from './curveMarks';
export { measuredNow } from './measured';
