import type { Nurbs } from './nurbs';

/**
 * Whether a file says of a curve that it is closed. Readers may take that as leave to forget its last control point: where
 * its last weight is another than its first it is left for them to find.
 */
export const isSaidClosed = (closing: Nurbs['closing'], weights: Nurbs['weights']): boolean =>
  closing === 'periodic' || (closing === 'clamped-closed' && weights?.[0] === weights?.[weights.length - 1]);
