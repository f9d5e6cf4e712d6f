import { failed, packCurve, type Result, success, unpackCurve } from '@pencil-bend/core';
import type { BroughtIn, Project } from '@pencil-bend/document';
import {
  bringIn,
  broughtIn,
  type BroughtInOptions,
  curveOfNurbs,
  type ExportFormat,
  fileKind,
  type FileKind,
  type FileUnit,
  type HandedOver,
  handOverEach,
  type HandOverOptions,
  type Incoming,
  type IncomingItem,
  LARGEST_FILE,
  type StandIn,
  standInOf,
} from '@pencil-bend/exchange';
import { type Packed, packedValue } from './packed';

/** A file that is handed over; what stands for its curves is packed, to travel between threads. */
export type HandedFile = Omit<HandedOver, 'standIns'>;

export interface HandedFiles {
  /** For each format its file, or why there is none, in words. */
  readonly files: readonly Result<HandedFile, string>[];
  readonly standIns: readonly Packed<StandIn>[];
}

/** What a file brings; of each item that is one its curve, packed, to be drawn. */
export interface ReadFile extends Incoming {
  readonly curves: readonly (Float64Array | null)[];
}

/** A step of more characters of JSON than this is not made: no history can hold it. */
const MOST_CHARACTERS = 64_000_000;

/** What files are written and read by. */
export interface ExchangeJobs {
  'hand-over': {
    readonly asked: {
      readonly project: Project;
      readonly formats: readonly ExportFormat[];
      readonly options: Omit<HandOverOptions, 'format'>;
    };
    readonly answer: HandedFiles;
  };
  /** What a file is by its first bytes, and of how many bytes one with curves may be. */
  'file-kind': {
    readonly asked: { readonly start: Uint8Array };
    readonly answer: { readonly kind: FileKind; readonly most: number };
  };
  /** Arcs and lines, or a polyline, in place of a curve; null where it is made of lines already. */
  'stand-in': {
    readonly asked: {
      readonly name: string;
      readonly curve: Float64Array;
      readonly form: 'arcs-and-lines' | 'polylines';
      readonly tolerance: number;
    };
    readonly answer: Packed<StandIn> | null;
  };
  'bring-in': {
    readonly asked: { readonly bytes: Uint8Array; readonly assumed: FileUnit | null };
    readonly answer: Result<ReadFile, string>;
  };
  /** What is read as the arguments of the step that takes it in; why it is too much, in words. */
  'brought-in': {
    readonly asked: {
      readonly items: readonly IncomingItem[];
      readonly project: Pick<Project, 'layers' | 'layerOrder'>;
      readonly options: BroughtInOptions;
    };
    readonly answer: Result<BroughtIn, string>;
  };
}

type Report = (step: { readonly share: number }) => void;

type Work = {
  readonly [Kind in keyof ExchangeJobs]: (
    asked: ExchangeJobs[Kind]['asked'],
    progress: Report,
  ) => ExchangeJobs[Kind]['answer'] | Promise<ExchangeJobs[Kind]['answer']>;
};

export const exchangeJobs: Work = {
  'hand-over': async ({ project, formats, options }, progress) => {
    const files = await handOverEach(project, formats, options, (share) => progress({ share }));
    const standIns = files.find((file) => file.ok)?.value.standIns ?? [];
    return {
      files: files.map((file) => {
        if (!file.ok) return file;
        const { standIns: _standIns, ...rest } = file.value;
        return success(rest);
      }),
      standIns: standIns.map(packedValue),
    };
  },
  'stand-in': ({ name, curve, form, tolerance }) => {
    const standIn = standInOf(name, unpackCurve(curve), form, tolerance);
    return standIn && packedValue(standIn);
  },
  'file-kind': ({ start }) => ({ kind: fileKind(start), most: LARGEST_FILE }),
  'bring-in': ({ bytes, assumed }, progress) => {
    const read = bringIn(bytes, { ...(assumed && { assumed }), progress: (share) => progress({ share }) });
    if (!read.ok) return read;
    const curves = read.value.items.map((item) => (item.kind === 'curve' ? packCurve(curveOfNurbs(item.nurbs)) : null));
    return success({ ...read.value, curves });
  },
  'brought-in': ({ items, project, options }) => {
    const args = broughtIn(items, project, options);
    const length = JSON.stringify(args).length;
    if (length <= MOST_CHARACTERS) return success(args);
    const [size, most] = [length, MOST_CHARACTERS].map((count) => `${Math.ceil(count / 1e6)} MB`);
    return failed(`as one step it takes ${size}, and up to ${most} can be kept`);
  },
};
