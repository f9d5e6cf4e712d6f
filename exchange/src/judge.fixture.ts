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

export const NO_JUDGE = 'occt-draw is not installed here: its judgement was not asked for (apt-get install occt-draw)';

export interface JudgedEdge {
  readonly from: number;
  readonly to: number;
  /** Of evenly spaced parameters. */
  readonly places: readonly { readonly u: number; readonly at: readonly [number, number, number] }[];
}

/** So many places of each edge are compared. */
const PLACES = 8;

/** What the independent reader sees in each file: the edges, in order. Null where it is not installed. */
export const judged =
  PROGRAM && LIBRARIES
    ? (format: 'step' | 'iges', files: readonly Uint8Array[]): JudgedEdge[][] => {
        const folder = mkdtempSync(join(tmpdir(), 'judge-'));
        try {
          return judgedIn(folder, format, files, PROGRAM, LIBRARIES);
        } finally {
          rmSync(folder, { recursive: true });
        }
      }
    : null;

function judgedIn(
  folder: string,
  format: 'step' | 'iges',
  files: readonly Uint8Array[],
  program: string,
  libraries: string,
) {
  // prettier-ignore
  const links = join(folder, 'lib');
  mkdirSync(links);
  // It looks for its plugins by names that only the development packages have.
  for (const file of readdirSync(libraries)) {
    const [, name] = /^(libTK\w+\.so)\.\d+$/.exec(file) ?? [];
    if (name) symlinkSync(join(libraries, file), join(links, name));
  }
  files.forEach((bytes, i) => writeFileSync(join(folder, `${i}.${format}`), bytes));
  const read = format === 'step' ? 'stepread' : 'igesbrep';
  const script = files.map((_, i) => `catch {${read} ${join(folder, `${i}.${format}`)} r${i}x *}\n${judgeFile(i)}`);
  writeFileSync(join(folder, 'judge.tcl'), `pload MODELING DATAEXCHANGE\n${script.join('')}\nexit\n`);
  const out = execFileSync(program, ['-b', '-f', join(folder, 'judge.tcl')], {
    env: { ...process.env, LD_LIBRARY_PATH: links },
    encoding: 'utf8',
    timeout: 300_000,
    maxBuffer: 1 << 28,
  });
  const edges: JudgedEdge[][] = files.map(() => []);
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
