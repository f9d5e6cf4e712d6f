import * as core from '../src/whole.fixture';
import type { Curve } from '../src/whole.fixture';
import { callsOn, PLAIN } from './calls';

const NUMBERS = [NaN, Infinity, -Infinity, 0, -1, 1.5, 1e308, -1e308, 5e-324, 1e-11, 20_000, 1e7, 2 ** 31, -(2 ** 31)];

export interface BadCall {
  readonly name: string;
  /** What was spoilt: the path to an argument, and how. */
  readonly what: string;
  readonly play: () => unknown;
}

const isCurve = (value: object): value is Curve => 'knots' in value && 'closing' in value;

/** Every number in the arguments in turn made each of the bad ones; every list emptied, and shortened by one. */
function* spoilt(value: unknown, path: string): Generator<[string, unknown]> {
  if (typeof value === 'number') for (const bad of NUMBERS) yield [`${path} = ${bad}`, bad];
  if (typeof value === 'string') yield [`${path} = 'x'`, 'x'];
  if (typeof value !== 'object' || value === null || isCurve(value)) return;
  if (ArrayBuffer.isView(value) || Array.isArray(value)) {
    const list = value as unknown as unknown[];
    const like = (items: unknown[]) =>
      value instanceof Uint8Array
        ? Uint8Array.from(items as number[])
        : Array.isArray(value)
          ? items
          : Float64Array.from(items as number[]);
    yield [`${path} empty`, like([])];
    if (list.length > 1) yield [`${path} shortened`, like([...list].slice(0, -1))];
    for (let i = 0; i < Math.min(list.length, 4); i++) {
      for (const [what, bad] of spoilt(list[i], `${path}[${i}]`)) {
        yield [what, like([...list].map((item, k) => (k === i ? bad : item)))];
      }
    }
    return;
  }
  if ('lengths' in value || 'kappa' in value || 'breaks' in value) return;
  for (const [key, member] of Object.entries(value)) {
    for (const [what, bad] of spoilt(member, `${path}.${key}`)) yield [what, { ...value, [key]: bad }];
  }
}

export const functionNamed = (name: string) =>
  (core as unknown as Record<string, (...args: readonly unknown[]) => unknown>)[name];

/** All bad calls, in order. */
export function badCalls(): BadCall[] {
  return Object.entries(callsOn(PLAIN)).flatMap(([name, argsOf]) => {
    const call = functionNamed(name);
    const args = argsOf();
    return args.flatMap((arg, i) =>
      [...spoilt(arg, `argument ${i + 1}`)].map(([what, bad]) => ({
        name,
        what,
        play: () => call(...args.map((other, k) => (k === i ? bad : other))),
      })),
    );
  });
}

/** Names of the functions whose arguments are spoilt. */
export const SPOILT = Object.keys(callsOn(PLAIN));

/** What a call came to: null where it answered with numbers or refused in our words, else what is wrong. */
export function faultOf({ play }: Pick<BadCall, 'play'>): string | null {
  try {
    const answer = play();
    return holdsNaN(answer, 0) ? 'answers NaN' : null;
  } catch (error) {
    if (!(error instanceof RangeError || error instanceof core.InvalidCurve)) return `throws ${String(error)}`;
    return /typed array|array length|call stack|array buffer|allocation/i.test(error.message)
      ? `refuses in the engine's words: ${error.message}`
      : null;
  }
}

function holdsNaN(value: unknown, depth: number): boolean {
  if (typeof value === 'number') return Number.isNaN(value);
  if (typeof value !== 'object' || value === null || depth > 6) return false;
  if (ArrayBuffer.isView(value)) return [...(value as Float64Array)].some(Number.isNaN);
  return Object.values(value).some((member) => holdsNaN(member, depth + 1));
}
