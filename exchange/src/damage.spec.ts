import type { Result } from '@pencil-bend/core';
import { readCurvesJson } from './curvesJson/read';
import { curvesSamples } from './curvesJson/samples.fixture';
import { damaged, seeded } from './damage.fixture';
import type { Incoming } from './incoming';
import { curveOfNurbs } from './nurbs';
import { readIges } from './iges/read';
import { igesSamples } from './iges/samples.fixture';
import { readSvg } from './svg/read';
import { svgSamples } from './svg/samples.fixture';
import { readMachine } from './machine/bring';
import { machineSamples } from './machine/samples.fixture';
import { readStep } from './step/read';
import { stepSamples } from './step/samples.fixture';

/** So many damaged files of each format: `npm run fuzz` reads more. */
const FILES = Number(process.env.FUZZ ?? 200);
const SLOW = 5000;

interface Format {
  readonly samples: () => readonly Uint8Array[];
  readonly read: (bytes: Uint8Array) => Result<Incoming, string>;
}

const FORMATS: Readonly<Record<string, Format>> = {
  STEP: { samples: stepSamples, read: readStep },
  IGES: { samples: igesSamples, read: readIges },
  SVG: { samples: svgSamples, read: readSvg },
  'files of curves': { samples: curvesSamples, read: readCurvesJson },
  'machine paths': { samples: machineSamples, read: readMachine },
};

const isNumber = (x: number) => Number.isFinite(x);

/** What comes of a file can be drawn, or it is said why nothing does. */
function mustBeSound(result: Result<Incoming, string>): void {
  if (!result.ok) {
    expect(result.failure.length).toBeGreaterThan(10);
    return;
  }
  const { items, report } = result.value;
  expect(items.length).toBeGreaterThan(0);
  const { curves, points, guides } = report.brought;
  expect(curves + points + guides).toBe(items.length);
  for (const item of items) {
    if (item.kind === 'curve') curveOfNurbs(item.nurbs);
    else expect(item.at.every(isNumber)).toBe(true);
  }
  for (const entry of [...report.approximated, ...report.changed, ...report.leftOut, ...report.problems]) {
    expect(entry.why).not.toMatch(/undefined|NaN|\[object/);
    expect(entry.count).toBeGreaterThan(0);
  }
}

describe('damaged files', () => {
  it.each(Object.keys(FORMATS))('of %s are read as far as they can be, or refused in words, and never hang', (name) => {
    const { samples, read } = FORMATS[name];
    const all = samples();
    for (const sample of all) expect(read(sample).ok).toBe(true);
    let readAll = 0;
    for (let seed = 0; seed < FILES; seed++) {
      const file = damaged(all[seed % all.length], seeded(seed));
      const start = performance.now();
      try {
        const result = read(file);
        if (result.ok) readAll++;
        mustBeSound(result);
      } catch (error) {
        throw new Error(`seed ${seed}: ${(error as Error).message}\n${(error as Error).stack}`, { cause: error });
      }
      expect({ seed, isSlow: performance.now() - start > SLOW }).toEqual({ seed, isSlow: false });
    }
    // Most damage leaves something: the test is not one of refusals alone.
    expect(readAll).toBeGreaterThan(FILES / 8);
  });
});
