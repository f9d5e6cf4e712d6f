import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { circle, type Curve, FRONT, lineBetween, makeCurve } from '@pencil-bend/core';
import { nurbsOf } from '../nurbs';
import type { Outgoing, OutgoingSheet } from '../outgoing';
import { pagesFor } from './pages';
import { writePdf, type WritePdfOptions } from './write';

const curve = (name: string, made: Curve): Outgoing => ({ kind: 'curve', name, layer: 'Sheet', colour: '#000000', curve: made, nurbs: nurbsOf(made) }); // prettier-ignore
const sheetOf = (...items: readonly Outgoing[]): OutgoingSheet => ({ name: 'Kettle κ', items });
const OPTIONS: WritePdfOptions = { tolerance: 0.01, paper: 'a4', names: false, time: '2026-12-02T06:00:00Z' };

const HAS_POPPLER = existsSync('/usr/bin/pdfinfo') && existsSync('/usr/bin/pdftoppm');
if (!HAS_POPPLER) console.warn('poppler-utils is not installed here: what the pages show was not looked at (apt-get install poppler-utils)'); // prettier-ignore
const withPoppler = HAS_POPPLER ? describe : describe.skip;

interface Page {
  readonly width: number;
  readonly height: number;
  /** How dark the picture is there, 0 to 255; in mm from the lower left corner. */
  readonly ink: (x: number, y: number) => number;
  /** The first and last pixel of a row that have ink, between two of its pixels. */
  readonly row: (y: number, from: number, to: number) => readonly [number, number];
}

/** Pages as an independent reader shows them, ten pixels to the mm. */
async function shown(sheet: OutgoingSheet, options: Partial<WritePdfOptions> = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'pdf-'));
  try {
    const file = join(folder, 'sheet.pdf');
    const { bytes } = await writePdf(sheet, { ...OPTIONS, ...options });
    writeFileSync(file, bytes);
    const info = execFileSync('pdfinfo', [file], { encoding: 'utf8' });
    const count = Number(/Pages:\s+(\d+)/.exec(info)?.[1]);
    execFileSync('pdftoppm', ['-r', '254', '-gray', '-l', '4', file, join(folder, 'page')]);
    const pages = Array.from({ length: Math.min(4, count) }, (_, i) => {
      const digits = String(count).length;
      return pageOf(readFileSync(join(folder, `page-${String(i + 1).padStart(digits, '0')}.pgm`)));
    });
    return { info, count, pages };
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function pageOf(bytes: Buffer): Page {
  const [head, size] = /^P5\s+(\d+ \d+)\s+255\s/.exec(bytes.toString('latin1', 0, 60)) ?? [];
  if (!head || !size) throw new Error('no picture');
  const [width, height] = size.split(' ').map(Number);
  const dark = (x: number, y: number) => 255 - bytes[head.length + y * width + x];
  return {
    width,
    height,
    ink: (x, y) => dark(Math.floor(10 * x), height - 1 - Math.floor(10 * y)),
    row: (y, from, to) => {
      const inked = Array.from({ length: to - from }, (_, i) => from + i).filter(
        (x) => dark(x, height - 1 - Math.floor(10 * y)) > 20,
      );
      return [inked[0], inked[inked.length - 1]];
    },
  };
}

withPoppler('drawing sheets in an independent reader', () => {
  it('are 1:1: the bar is 100 mm, the paper its size', async () => {
    const { info, pages } = await shown(sheetOf(curve('line', lineBetween([0, 0, 0], [50, 0, 0]))));
    expect(info).toMatch(/Page size:\s+595\.276 x 841\.89 pts \(A4\)/);
    expect(info).toMatch('Title:           Kettle κ');
    // Check value of exchange.md: the bar from 20 to 120 mm is the pixels 199 to 1200.
    const [from, to] = pages[0].row(6, 150, 1230);
    expect(Math.abs(from - 199)).toBeLessThanOrEqual(1);
    expect(Math.abs(to - 1200)).toBeLessThanOrEqual(1);
  });

  it('show curves where they are', async () => {
    const arc = circle(FRONT, [100, 100, 0], 40);
    const spline = makeCurve(2, [0, 0, 0, 1, 1, 1], [60, 60, 0, 1, 100, 100, 0, 1, 140, 60, 0, 1]);
    const { pages, info } = await shown(sheetOf(curve('a', arc), curve('b', spline)), { paper: 'one' });
    // 80 by 80 mm with margins, and not narrower than the bar and its words need.
    expect(info).toMatch(/Page size:\s+595\.276 x 311\.811 pts/);
    const at = (x: number, y: number) => pages[0].ink(x - 60 + 10, y - 60 + 20);
    for (let i = 0; i < 12; i++) {
      const angle = 0.1 + (i * Math.PI) / 6;
      expect(at(100 + 40 * Math.cos(angle), 100 + 40 * Math.sin(angle))).toBeGreaterThan(60);
      expect(at(100 + 38 * Math.cos(angle), 100 + 38 * Math.sin(angle))).toBe(0);
    }
    expect(at(100, 80)).toBeGreaterThan(100);
  });

  it('go on from tile to tile, with marks in the same place', async () => {
    const { pages, count } = await shown(sheetOf(curve('line', lineBetween([0, 0, 0], [400, 0, 0]))));
    expect(count).toBe(2);
    // Two lying pages of A4: windows of 277 mm that overlap by 10; the line in the middle of both.
    const y = 105;
    const [, end] = pages[0].row(y, 110, 2860);
    const [start] = pages[1].row(y, 90, 2860);
    expect([start, end]).toEqual([expect.any(Number), expect.any(Number)]);
    const x0 = -(2 * 267 + 10 - 400) / 2;
    for (const [page, first] of [
      [pages[0], x0],
      [pages[1], x0 + 267],
    ] as const) {
      // prettier-ignore
      const seen = (x: number) => page.ink(x - first + 10, y);
      for (const x of [0.5, 100, 197, 203, 300, 399.5]) {
        const isOnPage = x > first + 0.2 && x < first + 277 - 0.2;
        if (isOnPage) expect(seen(x)).toBeGreaterThan(100);
      }
      // The mark in the middle of the overlap.
      expect(page.ink(10 + 5 + (page === pages[0] ? 267 : 0), 15)).toBeGreaterThan(40);
    }
  });
});

describe('drawing sheets', () => {
  it('say what is approximated, and which letters the page has not', async () => {
    const { report } = await writePdf(sheetOf(curve('κ line', lineBetween([0, 0, 0], [5, 0, 0])), curve('circle', circle(FRONT, [0, 0, 0], 5))), { ...OPTIONS, names: true }); // prettier-ignore
    expect(report.exact).toMatchObject([{ count: 1 }]);
    expect(report.approximated).toMatchObject([{ count: 1 }]);
    expect(report.approximated[0].price?.max).toBeLessThanOrEqual(0.001);
    expect(report.renamed.flatMap(({ where }) => where)).toContainEqual({ entity: 'κ line', detail: '? line' });
  });

  it('leave out empty tiles, and name the others by column and row', () => {
    const corner = pagesFor([[[0, 0], [0, 700], [500, 700]]], 'a4'); // prettier-ignore
    expect(corner.pages.map(({ label }) => label)).toEqual(['A1', 'B1', 'C1', 'A2', 'A3']);
    expect(pagesFor([[[0, 0], [30, 30]]], 'a3').pages).toHaveLength(1); // prettier-ignore
  });

  it('are refused, with both numbers, where they would be too large', () => {
    expect(() => pagesFor([[[0, 0], [6000, 0]]], 'one')).toThrow('a page of it would be 6020 mm long; up to 5080 are made: take tiles'); // prettier-ignore
    expect(() => pagesFor([[[0, 0], [60000, 0]]], 'a4')).toThrow(/it takes 225 pages of A4; up to 200 are made/); // prettier-ignore
    expect(() => pagesFor([[[0, 0], [1e8, 1e8]]], 'a4')).toThrow(/it takes some [\d,]+ pages of A4; up to 200 are made/); // prettier-ignore
  });
});
