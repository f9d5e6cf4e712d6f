export const FORMAT = 'pencil-bend-project';
export const VERSION = 7;

/** Characters of a name; a pair of surrogates is one. */
export const LONGEST_NAME = 120;
export const LONGEST_NOTE = 500;
/** Of so many points of a set one is shown at the least. */
export const MOST_THINNING = 1000;
