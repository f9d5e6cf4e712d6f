export const FORMAT = 'pencil-bend-project';
export const VERSION = 5;

/** Characters of a name; a pair of surrogates is one. */
export const LONGEST_NAME = 120;
export const LONGEST_NOTE = 500;
