import { BENCH_ACTIONS } from '../../actions/benchActions';
import type { BenchAction } from '../../actions/workbench';
import { TOOL_GROUPS } from '../../tools/contract';
import { type ToolEntry, type ToolName, TOOLS } from '../../tools/catalogue';

/** What people may call a tool, and what it is for, beside its name and that of its group. */
const WORDS: Readonly<Record<ToolName, string>> = {
  select: 'pick choose drag edit arrow bend handles',
  insert: 'insert add point refine more detail fit point control point knot',
  through: 'spline interpolate fit points pass curve draw pen',
  pulled: 'spline b-spline nurbs control points vertices polygon weight degree curve draw',
  bezier: 'bézier pen anchors handles nodes path',
  freehand: 'sketch pencil pen draw brush stroke scribble',
  compare: 'overlay both fit control two curves',
  thread: 'connect existing points join dots spline through measured',
  line: 'straight segment',
  polyline: 'lines arcs legs path outline corner',
  rectangle: 'square box rect',
  polygon: 'hexagon regular triangle sides nut',
  circle: 'radius diameter ring hole disc',
  arc: 'radius three points bow',
  ellipse: 'oval',
  conic: 'rho fullness section',
  parabola: 'focus vertex',
  point: 'dot mark',
  row: 'points in line series equal steps',
  guideLine: 'guide axis reference centre line symmetry',
  gauge: 'guide radius check reference circle',
  split: 'cut break divide in two scissors',
  trim: 'cut away remove shorten break scissors',
  extend: 'lengthen shorten continue reach longer',
  join: 'connect merge combine unite join ends one curve weld',
  joint: 'continuity match align smooth tangent G0 G1 G2 G3 follow constraint meet once',
  blend: 'bridge connect fill gap smooth between transition',
  softCorner: 'round corner points in line smooth radius lead-in fillet',
  tie: 'attach anchor constrain follow point coincident',
  offset: 'parallel wall thickness distance inside outside',
  fillet: 'round corner radius blend edge',
  chamfer: 'bevel corner cut edge',
  divide: 'split parts equal count length mark points',
  midway: 'middle between average centre line',
  move: 'shift translate',
  copy: 'duplicate repeat',
  rotate: 'turn spin angle',
  scale: 'size bigger smaller stretch',
  mirror: 'flip reflect symmetry',
  array: 'pattern repeat grid copies rows columns',
  ring: 'pattern repeat polar circular copies',
  measureDistance: 'dimension length ruler gauge',
  measureAngle: 'dimension protractor corner',
  measureTangents: 'direction slope angle',
  measureClearance: 'gap distance between nearest',
  measureArea: 'centroid surface size',
  pictureScale: 'trace image photo scan background size',
  pictureMove: 'trace image photo scan background',
  pictureLevel: 'trace image photo scan background rotate straighten',
};

/** A line of the palette: a tool, or something that is done at once. */
export type Found = { readonly group: string } & (
  { readonly kind: 'tool'; readonly tool: ToolEntry } | { readonly kind: 'action'; readonly action: BenchAction }
);

interface Candidate {
  readonly found: Found;
  readonly label: string;
  /** What it may be called, and what it is for. */
  readonly words: readonly string[];
  /** Those of its group. */
  readonly ofGroup: readonly string[];
}

const CANDIDATES: readonly Candidate[] = [
  ...TOOLS.map((tool): Candidate => {
    const group = TOOL_GROUPS[tool.group];
    return {
      found: { kind: 'tool', group, tool },
      label: plain(tool.label),
      words: wordsIn(WORDS[tool.name]),
      ofGroup: wordsIn(group),
    };
  }),
  ...BENCH_ACTIONS.filter(({ group, native, whileHeld }) => group !== 'tools' && !native && !whileHeld).map(
    (action): Candidate => {
      return {
        found: { kind: 'action', group: 'To be done at once', action },
        label: plain(action.label),
        words: wordsIn(action.finds ?? ''),
        ofGroup: wordsIn(action.group),
      };
    },
  ),
];

/** What is called so, what is for that, and where there is neither, what is called most like it. */
export interface Finding {
  readonly exact: boolean;
  readonly found: readonly Found[];
}

const NEAREST = 4;

/** Every tool for no letters; else what the letters find, the best first. */
export function find(letters: string): Finding {
  const wanted = wordsIn(letters);
  if (wanted.length === 0) {
    return { exact: true, found: CANDIDATES.flatMap(({ found }) => (found.kind === 'tool' ? found : [])) };
  }
  const scored = CANDIDATES.map((candidate) => ({ candidate, score: scoreOf(candidate, letters, wanted) }));
  const hits = scored.filter(({ score }) => score > 0).sort((a, b) => b.score - a.score);
  if (hits.length > 0) return { exact: true, found: hits.map(({ candidate }) => candidate.found) };
  const near = CANDIDATES.map(({ found, label, words }) => ({
    found,
    away: Math.min(...[...wordsIn(label), ...words].map((word) => distance(word, wanted[0]) / word.length)),
  })).sort((a, b) => a.away - b.away);
  return { exact: false, found: near.slice(0, NEAREST).map(({ found }) => found) };
}

/** Called just so, beginning so, with a word that begins so, for that, among those; 0 for none of it. */
function scoreOf({ label, words, ofGroup, found }: Candidate, letters: string, wanted: readonly string[]): number {
  const typed = plain(letters.trim());
  const tool = found.kind === 'tool' ? 0.5 : 0;
  if (label === typed) return 5 + tool;
  if (label.startsWith(typed)) return 4 + tool;
  const named = wordsIn(label);
  const begins = (all: readonly string[]) => wanted.every((each) => all.some((word) => word.startsWith(each)));
  if (begins(named)) return 3 + tool;
  if (begins([...named, ...words])) return 2 + tool;
  if (begins([...named, ...words, ...ofGroup])) return 1.2 + tool;
  return label.includes(typed) ? 1 + tool : 0;
}

/** Without capitals and accents: 'Bézier' is found by 'bezier'. */
function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

function wordsIn(text: string): readonly string[] {
  return plain(text)
    .split(/[^\p{L}\p{N}-]+/u)
    .filter(Boolean);
}

/** How many letters must be put in, taken out or changed (Levenshtein). */
function distance(a: string, b: string): number {
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const changed = before[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1);
      row.push(Math.min(changed, before[j] + 1, row[j - 1] + 1));
    }
    before = row;
  }
  return before[b.length];
}
