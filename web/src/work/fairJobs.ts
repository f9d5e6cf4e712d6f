import { failed, packCurve, type Result, type Stretch, success, unpackCurve } from '@pencil-bend/core';
import {
  type ChainFailure,
  type ChainFairing,
  fair,
  fairChain,
  type FairChainOptions,
  type Fairing,
  fairingTolerance,
  type FairOptions,
  type FairStep,
  iron,
  type Ironing,
  ironingTolerance,
  type IronOptions,
  type NothingToMove,
  type NotOneWay,
  oneWay,
  type OneWayOptions,
  oneWayTolerance,
  roughness,
  type ToleranceBracket,
} from '@pencil-bend/core/reading';
import type { ShapeFigures } from './figuresTogether';
import { type Packed, packed, packedValue, type Plain } from './packed';
import { type ReadBy, shapeFigures } from './shapeFigures';

/** How far fairing has come; the curves so far, packed, lie within the tolerance: whoever cancels may keep them. */
export type FairProgress = Omit<FairStep, 'curve'> & { readonly curves: readonly Float64Array[] };

interface FairAsked {
  readonly curve: Float64Array;
  readonly tolerance: number | Float64Array;
  readonly options?: Plain<FairOptions>;
}

/** The fairing jobs: what each is asked, and what it answers. */
export interface FairJobs {
  fair: { readonly asked: FairAsked; readonly answer: Packed<Fairing> };
  /** What a curve comes to when it is faired. */
  'fair-figures': { readonly asked: FairAsked & Pick<ReadBy, 'least'>; readonly answer: ShapeFigures };
  'fairing-tolerance': {
    readonly asked: FairAsked & { readonly tolerance: number };
    readonly answer: ToleranceBracket | null;
  };
  roughness: { readonly asked: FairAsked & { readonly tolerance: number }; readonly answer: number };
  iron: {
    readonly asked: {
      readonly curve: Float64Array;
      readonly wrinkle: Stretch;
      readonly tolerance: number;
      readonly options?: Plain<IronOptions>;
    };
    readonly answer: Result<Packed<Ironing>, NothingToMove>;
  };
  'ironing-tolerance': {
    readonly asked: {
      readonly curve: Float64Array;
      readonly wrinkle: Stretch;
      readonly options?: Plain<IronOptions>;
    };
    readonly answer: ReturnType<typeof ironingTolerance>;
  };
  /** Within the tolerance, or else within one that was found to do: null where none was. */
  'one-way': {
    readonly asked: { readonly curve: Float64Array; readonly tolerance: number; readonly options: OneWayOptions };
    readonly answer: Result<{ readonly curve: Float64Array; readonly tolerance: number } | null, NotOneWay>;
  };
  'fair-chain': {
    readonly asked: {
      /** Packed curves, in the order in which they meet. */
      readonly curves: readonly Float64Array[];
      readonly tolerance: number;
      readonly options?: Plain<FairChainOptions>;
    };
    readonly answer: Result<Omit<ChainFairing, 'curves'> & { readonly curves: readonly Float64Array[] }, ChainFailure>;
  };
}

type Report = (step: FairProgress) => void;

export const fairJobs: {
  readonly [Kind in keyof FairJobs]: (asked: FairJobs[Kind]['asked'], report: Report) => FairJobs[Kind]['answer'];
} = {
  fair: ({ curve, tolerance, options }, report) =>
    packedValue(fair(unpackCurve(curve), tolerance, { ...options, progress: reporting(report) })),
  'fair-figures': ({ curve, tolerance, options = {}, least }, report) => {
    const faired = fair(unpackCurve(curve), tolerance, { ...options, progress: reporting(report) });
    return shapeFigures(faired.curve, { normal: options.normal ?? null, least });
  },
  'fairing-tolerance': ({ curve, tolerance, options }, report) =>
    fairingTolerance(unpackCurve(curve), tolerance, { ...options, progress: reporting(report) }),
  roughness: ({ curve, tolerance, options }, report) =>
    roughness(unpackCurve(curve), tolerance, { ...options, progress: reporting(report) }),
  iron: ({ curve, wrinkle, tolerance, options }, report) =>
    packed(iron(unpackCurve(curve), wrinkle, tolerance, { ...options, progress: reporting(report) })),
  'ironing-tolerance': ({ curve, wrinkle, options }, report) =>
    ironingTolerance(unpackCurve(curve), wrinkle, { ...options, progress: reporting(report) }),
  'one-way': ({ curve: given, tolerance, options }) => {
    const curve = unpackCurve(given);
    const found = oneWay(curve, tolerance, options);
    if (found.ok) return success({ curve: packCurve(found.value.curve), tolerance });
    if (found.failure.kind !== 'not-one-way') return failed(found.failure);
    const enough = oneWayTolerance(curve, tolerance, options)?.enough;
    const wider = enough === undefined ? found : oneWay(curve, enough, options);
    return success(
      wider.ok && enough !== undefined ? { curve: packCurve(wider.value.curve), tolerance: enough } : null,
    );
  },
  'fair-chain': ({ curves, tolerance, options }, report) => {
    const found = fairChain(curves.map(unpackCurve), tolerance, {
      ...options,
      progress: ({ step, energy, curves: now }) =>
        report({ stage: 'variation', step, energy, curves: now().map(packCurve) }),
    });
    return found.ok ? success({ ...found.value, curves: found.value.curves.map(packCurve) }) : found;
  },
};

const reporting =
  (report: Report) =>
  ({ stage, step, energy, curve }: FairStep): void =>
    report({ stage, step, energy, curves: [packCurve(curve())] });
