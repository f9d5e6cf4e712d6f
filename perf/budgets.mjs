/** What must hold: of ms per pointer move and for an opening, of a task, and of what is transferred. */
export const MOST = {
  /** Scripting per pointer move on the demo, and on what is large. */
  move: 6,
  moveLarge: 8,
  /** The same along a chain of joints of live fit points. */
  moveChain: 16,
  /** Per move of the tolerance that a curve is faired within. */
  fairing: 10,
  /** From click to a usable bench; 10,000 curves have longer. */
  opening: 1000,
  openingLarge: 3000,
  task: 50,
  /** Final fairing of 500 control points. */
  faired: 1000,
  longLog: 1000,
  largeStep: 2000,
  /** kB, compressed, without fonts: the first page, and the bench with all that it needs. */
  firstPage: 220,
  bench: 480,
};
