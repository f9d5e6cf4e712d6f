/** The ways to fit a curve to points, as people read them. */
export const FIT_NAMES = {
  faded: 'through, usual spacing',
  chord: 'through, chord length',
  centripetal: 'through, centripetal',
  'foley-nielson': 'through, Foley–Nielson',
  uniform: 'through, uniform',
  elastica: 'bending and stretching',
  fairest: 'fairest',
  'euler-spiral': 'Euler spirals',
  'linear-tension': 'linear tension',
  smoothing: 'smoothing',
  fewest: 'fewest control points',
  control: 'pulled by the points',
} as const;
