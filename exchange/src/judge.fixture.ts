import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * An independent reader of STEP and IGES: the test harness of a general-purpose B-rep library (Debian's `occt-draw`).
 * Null where it is not installed.
 */
const LIBRARIES = ['/usr/lib/x86_64-linux-gnu', '/usr/lib/aarch64-linux-gnu'].find((folder) => existsSync(folder));
const PROGRAM = ['/usr/bin/occt-draw-7.6', '/usr/bin/occt-draw'].find((file) => existsSync(file));

export const NO_JUDGE =
  'occt-draw is not installed here, or does not run: its judgement was not asked for (apt-get install occt-draw)';

export interface JudgedEdge {
  readonly from: number;
  readonly to: number;
  /** Of evenly spaced parameters. */
  readonly places: readonly { readonly u: number; readonly at: readonly [number, number, number] }[];
}

/** So many places of each edge are compared. */
const PLACES = 8;

type Judge = (format: 'step' | 'iges', files: readonly Uint8Array[]) => JudgedEdge[][];

function doesRun(program: string, libraries: string): boolean {
  try {
    return run(program, libraries, [], () => 'puts ready\n').includes('ready');
  } catch {
    return false;
  }
}

/** What a script prints that is run beside files by these names. */
function run(
  program: string,
  libraries: string,
  files: readonly (readonly [name: string, bytes: Uint8Array])[],
  script: (folder: string) => string,
): string {
  const folder = mkdtempSync(join(tmpdir(), 'judge-'));
  try {
    const links = join(folder, 'lib');
    mkdirSync(links);
    // It looks for its plugins by names that only the development packages have.
    for (const file of readdirSync(libraries)) {
      const [, name] = /^(libTK\w+\.so)\.[\d.]+$/.exec(file) ?? [];
      if (name && !existsSync(join(links, name))) symlinkSync(join(libraries, file), join(links, name));
    }
    for (const [name, bytes] of files) writeFileSync(join(folder, name), bytes);
    writeFileSync(join(folder, 'judge.tcl'), `pload MODELING DATAEXCHANGE\n${script(folder)}\nexit\n`);
    return execFileSync(program, ['-b', '-f', join(folder, 'judge.tcl')], {
      env: { ...process.env, LD_LIBRARY_PATH: links },
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'ignore'],
      timeout: 300_000,
      maxBuffer: 1 << 28,
    });
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function judgeWith(program: string, libraries: string): Judge {
  return (format, files) => {
    const read = format === 'step' ? 'stepread' : 'igesbrep';
    const named = files.map((bytes, i) => [`${i}.${format}`, bytes] as const);
    const out = run(program, libraries, named, (folder) =>
      named.map(([name], i) => `catch {${read} ${join(folder, name)} r${i}x *}\n${judgeFile(i)}`).join(''),
    );
    return edgesIn(out, files.length);
  };
}

function edgesIn(out: string, count: number): JudgedEdge[][] {
  const edges: JudgedEdge[][] = Array.from({ length: count }, () => []);
  for (const [, file, numbers] of out.matchAll(/^judged (\d+) (.*)$/gm)) {
    const [from, to, ...rest] = numbers.trim().split(/\s+/).map(Number);
    const places = Array.from({ length: rest.length / 4 }, (_, i) => ({
      u: rest[4 * i],
      at: [rest[4 * i + 1], rest[4 * i + 2], rest[4 * i + 3]] as const,
    }));
    edges[Number(file)].push({ from, to, places });
  }
  return edges;
}

/** Prints of each edge of a file its ends and places; its variables are known outside of procedures alone. */
const judgeFile = (i: number) => `
  set found {}
  foreach top [lsort -dictionary [directory r${i}x*]] {
    set edges [explode $top e]
    if {$edges == ""} { set edges $top }
    foreach edge $edges { lappend found $edge }
  }
  foreach edge $found {
    if {[catch {mkcurve c $edge}]} { continue }
    bounds c a b
    set line "judged ${i} [dval a] [dval b]"
    for {set k 0} {$k <= ${PLACES}} {incr k} {
      set u [expr {[dval a] + ([dval b] - [dval a]) * $k / ${PLACES}.0}]
      cvalue c $u x y z
      append line " $u [dval x] [dval y] [dval z]"
    }
    puts $line
  }
`;

/** What the independent reader sees in each file: the edges, in order. Null where it is not installed, or does not run. */
export const judged: Judge | null =
  PROGRAM && LIBRARIES && doesRun(PROGRAM, LIBRARIES) ? judgeWith(PROGRAM, LIBRARIES) : null;
