import { failed, type Result } from '@pencil-bend/core';
import { readCurvesJson } from '../curvesJson/read';
import { readIges } from '../iges/read';
import { type Incoming, LARGEST_FILE } from '../incoming';
import { readMachine } from '../machine/bring';
import type { ReadOptions } from '../readOptions';
import type { ImportFormat } from '../report';
import { readStep } from '../step/read';
import { readSvg } from '../svg/read';
import { fileKind } from './fileKind';

const READERS: Readonly<Record<ImportFormat, (bytes: Uint8Array, options: ReadOptions) => Result<Incoming, string>>> = {
  step: readStep,
  iges: readIges,
  svg: readSvg,
  curves: readCurvesJson,
  machine: readMachine,
};

/** The curves of a file in any of the open formats, by its content. Fails in words; never throws. */
export function bringIn(bytes: Uint8Array, options: ReadOptions = {}): Result<Incoming, string> {
  if (bytes.length > LARGEST_FILE) {
    const [size, most] = [bytes.length, LARGEST_FILE].map((count) => `${Math.ceil(count / 1e6)} MB`);
    return failed(`it has ${size}; up to ${most} are read`);
  }
  const found = fileKind(bytes);
  if (found.kind === 'refused') return failed(found.why);
  if (found.kind === 'project')
    return failed('it is a project, or JSON of another kind: projects are opened from their page');
  if (found.kind === 'points') return failed('there are no curves in it');
  return READERS[found.kind](bytes, options);
}
