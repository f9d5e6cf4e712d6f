import type { FitFigures, FitMethod, TriedFit } from '@pencil-bend/core/changing';
import { FIT_NAMES } from '@pencil-bend/document';
import { type FitState, TRIED } from '../../session';
import { lengthShown, type Units } from '../../ui/length';
import { gateInWords } from '../../view/fitWords';

/** What fits are compared by, and which way is better. */
export const COLUMNS = [
  { name: 'max', label: 'Farthest', tip: 'The largest distance of a point from the curve', better: 'less' },
  { name: 'mean', label: 'Mean', tip: 'The mean distance of the points', better: 'less' },
  { name: 'controlPoints', label: 'Points', tip: 'Control points', better: 'less' },
  { name: 'lumps', label: 'Lumps', tip: 'Lumps of 5 % or more', better: 'less' },
  { name: 'hooks', label: 'Hooks', tip: 'Turns so near an end that they belong to it', better: 'less' },
  { name: 'inflections', label: 'Inflections', tip: 'Changes of side', better: 'less' },
  { name: 'length', label: 'Length', tip: 'In the unit of the sheet', better: 'less' },
  { name: 'smallestRadius', label: 'Smallest R', tip: 'The smallest radius', better: 'more' },
  { name: 'fairness', label: 'F', tip: 'How much its curvature varies, the same in any size', better: 'less' },
] as const satisfies readonly {
  readonly name: keyof FitFigures;
  readonly label: string;
  readonly tip: string;
  readonly better: 'less' | 'more';
}[];

export interface FitCell {
  readonly text: string;
  readonly best: boolean;
}

export interface FitRow {
  readonly method: FitMethod;
  readonly label: string;
  readonly state: FitState['state'];
  /** In percent; null where it is not known. */
  readonly progress: number | null;
  /** Why there is none, or what stands in for it and why. */
  readonly why: string | null;
  readonly cells: readonly FitCell[];
  readonly fit: TriedFit | null;
}

/** A figure is as good as the best when it differs by less than this share, or by less than rounding in mm. */
const AS_GOOD = 1e-6;
const ROUNDING = 1e-9;

/** A row for each way to fit, with the best of each column marked. */
export function fitRows(fits: Readonly<Partial<Record<FitMethod, FitState>>>, units: Units): FitRow[] {
  const done = TRIED.flatMap((method) => {
    const state = fits[method];
    return state?.state === 'done' ? [state.fit] : [];
  });
  const best = COLUMNS.map(({ name, better }) => {
    const values = done.map(({ figures }) => valueOf(figures, name, better));
    return better === 'less' ? Math.min(...values) : Math.max(...values);
  });
  return TRIED.map((method): FitRow => {
    const state = fits[method] ?? { state: 'failed', why: 'it was given up' };
    const fit = state.state === 'done' ? state.fit : null;
    return {
      method,
      label: FIT_NAMES[method],
      state: state.state,
      progress: state.state === 'running' && state.share !== null ? Math.round(100 * state.share) : null,
      why: state.state === 'failed' ? state.why : fit && standsIn(fit),
      cells: fit
        ? COLUMNS.map(({ name, better }, c) => {
            const value = valueOf(fit.figures, name, better);
            const off = Math.abs(value - best[c]);
            return {
              text: shown(fit.figures, name, units),
              best: value === best[c] || off <= AS_GOOD * Math.abs(best[c]) + ROUNDING,
            };
          })
        : [],
      fit,
    };
  });
}

function valueOf(figures: FitFigures, name: (typeof COLUMNS)[number]['name'], better: 'less' | 'more'): number {
  return figures[name] ?? (better === 'more' ? Infinity : 0);
}

function standsIn({ method, made, gates }: TriedFit): string | null {
  if (made === method) return null;
  return `${FIT_NAMES[made]} instead: ${gates.map(gateInWords).join('; ')}`;
}

function shown(figures: FitFigures, name: (typeof COLUMNS)[number]['name'], units: Units): string {
  const value = figures[name];
  switch (name) {
    case 'max':
    case 'mean':
    case 'length':
      return lengthShown(value ?? 0, units, name === 'length' ? 1 : 0);
    case 'smallestRadius':
      return value === null ? 'straight' : lengthShown(value, units, 1);
    case 'fairness':
      return fairnessShown(value ?? 0);
    default:
      return String(value);
  }
}

function fairnessShown(value: number): string {
  if (!(value < Infinity)) return '∞';
  if (value >= 1e6) return value.toExponential(1).replace('e+', 'e');
  return value < 1e-4 ? '0' : Number(value.toPrecision(3)).toLocaleString('en');
}
