/** How far a long piece of work has come; called now and then, it must be quick. */
export type Progress = (step: ProgressStep) => void;

export interface ProgressStep {
  /** What is being done: adding knots, taking them out, shifting them, proving the result. */
  readonly stage: 'add' | 'prune' | 'shift' | 'prove';
  readonly controlPoints: number;
  /** The largest distance so far, in mm; Infinity before there is one. */
  readonly max: number;
}
