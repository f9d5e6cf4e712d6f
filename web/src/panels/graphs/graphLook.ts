/** How graphs look, whoever draws them. */
export const INK = '#23252b';
export const VERMILION = '#c8431f';
export const PAPER = '#fffdf8';
export const OCHRE = '#8a5a00';
export const QUIET = '#615e57';
export const LINE = '#e2dccd';
export const MONO = "12px 'Spline Sans Mono', monospace";
