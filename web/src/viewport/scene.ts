import { type Curve, normalOf, type Vector3 } from '@pencil-bend/core';
import { OrthographicCamera, Scene as ThreeScene, type ShaderMaterial, Vector2, WebGLRenderer } from 'three';
import type { Viewport } from '../view/viewport';
import { CombDrawing, type CombShown } from './combDrawing';
import { PointDrawing, type PointsShown } from './pointDrawing';
import { lineMaterial } from './lineMaterial';
import { flattened } from '../view/shownItem';
import { type Segments, WideLine } from './wideLine';

/** A curve to draw: how, besides where. */
export interface Stroke {
  readonly curve: Curve;
  readonly colour: string;
  readonly width: number;
}

export interface Picture {
  readonly viewport: Viewport;
  /** Distance of the grid's fine lines in mm. */
  readonly grid: number;
  /** Measured sets, under the curves: as long as this is the same array they are not looked at anew. */
  readonly points: readonly PointsShown[];
  /** Curves that rest: as long as this is the same array they are not written anew. */
  readonly resting: readonly Stroke[];
  /** Curves in hand, drawn on top. */
  readonly live: readonly Stroke[];
  /** Combs of curves that rest: as long as this is the same array they are not written anew. */
  readonly combs: readonly CombShown[];
  readonly liveCombs: readonly CombShown[];
  /** Lines over the places where combs break. */
  readonly breaks: readonly (readonly [Vector3, Vector3])[];
}

const GRID = '#efe8d9';
const BREAK = '#8a5a00';
const GRID_STRONG = '#e0d7c3';

/** Curves that rest are written in tiles of so many pixels, each with an origin of its own. */
const TILE_PIXELS = 20_000;

/** The sheet's drawing on the graphics card: grid, curves and comb. */
export class Scene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new ThreeScene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, -1e7, 1e7);
  private readonly materials = new Map<string, ShaderMaterial>();
  /** Of the sheet, in pixels. */
  private readonly size = { value: new Vector2(1, 1) };
  private readonly grid: readonly [fine: WideLine, strong: WideLine];
  private readonly combs: readonly [resting: CombDrawing, live: CombDrawing];
  private readonly breaks: WideLine;
  private readonly points = new PointDrawing();
  private resting: WideLine[] = [];
  private live: WideLine[] = [];
  private gridOf = '';
  private restingOf: { readonly strokes: readonly Stroke[]; readonly tile: number } | null = null;

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.renderer.setClearAlpha(0);
    // Things are drawn in the order in which they stand in the scene.
    this.renderer.sortObjects = false;
    this.grid = [new WideLine(this.material(GRID, 1)), new WideLine(this.material(GRID_STRONG, 1))];
    const combDrawing = () => new CombDrawing((colour, width, opacity) => this.material(colour, width, opacity));
    this.combs = [combDrawing(), combDrawing()];
    this.breaks = new WideLine(this.material(BREAK, 1.6));
    this.scene.add(...this.grid, this.points, ...this.combs, this.breaks);
  }

  draw({ viewport, grid, points, resting, live, combs, liveCombs, breaks }: Picture): void {
    this.look(viewport);
    this.writeGrid(viewport, grid);
    this.points.write(points, viewport.scale);
    this.combs[0].write(combs);
    this.combs[1].write(liveCombs);
    this.writeBreaks(breaks);
    this.writeResting(resting, viewport.scale);
    this.writeLive(live, viewport.scale);
    this.renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    for (const line of [...this.grid, ...this.resting, ...this.live, ...this.combs, this.breaks]) line.dispose();
    this.points.release();
    this.materials.forEach((material) => material.dispose());
    this.renderer.dispose();
  }

  private look({ plane, x, y, scale, width, height }: Viewport): void {
    const size = [width, height].join();
    if (this.renderer.domElement.dataset['size'] !== size) {
      this.renderer.domElement.dataset['size'] = size;
      this.renderer.setPixelRatio(window.devicePixelRatio);
      this.renderer.setSize(width, height, false);
      this.size.value.set(width, height);
    }
    this.camera.left = (-width / 2) * scale;
    this.camera.right = (width / 2) * scale;
    this.camera.top = (height / 2) * scale;
    this.camera.bottom = (-height / 2) * scale;
    const point = plane.origin.map((origin, c) => origin + x * plane.x[c] + y * plane.y[c]);
    const normal = normalOf(plane);
    this.camera.position.set(point[0], point[1], point[2]);
    this.camera.up.set(...plane.y);
    this.camera.lookAt(point[0] - normal[0], point[1] - normal[1], point[2] - normal[2]);
    this.camera.updateProjectionMatrix();
  }

  private writeBreaks(breaks: Picture['breaks']): void {
    this.breaks.visible = breaks.length > 0;
    const points = breaks.flatMap((ends) => ends.flat());
    if (points.length > 0) this.breaks.write([{ points, join: 'pairs' }], points.slice(0, 3));
  }

  private writeGrid(viewport: Viewport, step: number): void {
    const [halfWidth, halfHeight] = [(viewport.width / 2) * viewport.scale, (viewport.height / 2) * viewport.scale];
    const columns = [Math.floor((viewport.x - halfWidth) / step), Math.ceil((viewport.x + halfWidth) / step)];
    const rows = [Math.floor((viewport.y - halfHeight) / step), Math.ceil((viewport.y + halfHeight) / step)];
    const key = [step, ...columns, ...rows].join();
    if (key === this.gridOf) return;
    this.gridOf = key;
    const { plane } = viewport;
    const fine: number[] = [];
    const strong: number[] = [];
    const put = (index: number, ...ends: readonly (readonly [number, number])[]) => {
      const into = index % 5 === 0 ? strong : fine;
      for (const [x, y] of ends) {
        for (let c = 0; c < 3; c++) into.push(plane.origin[c] + step * (x * plane.x[c] + y * plane.y[c]));
      }
    };
    for (let i = columns[0]; i <= columns[1]; i++) put(i, [i, rows[0]], [i, rows[1]]);
    for (let j = rows[0]; j <= rows[1]; j++) put(j, [columns[0], j], [columns[1], j]);
    this.grid[0].write([{ points: fine, join: 'pairs' }], fine.slice(0, 3));
    this.grid[1].write([{ points: strong, join: 'pairs' }], strong.slice(0, 3));
  }

  /** All curves of one look in one tile become one line: hundreds of them cost little more than one. */
  private writeResting(strokes: readonly Stroke[], mmPerPixel: number): void {
    const tile = TILE_PIXELS * 4 ** Math.floor(Math.log(mmPerPixel) / Math.log(4));
    if (this.restingOf?.strokes === strokes && this.restingOf.tile === tile) return;
    this.restingOf = { strokes, tile };
    const batches = new Map<string, { readonly stroke: Stroke; readonly parts: Segments[] }>();
    for (const stroke of strokes) {
      const { points } = flattened(stroke.curve, mmPerPixel);
      const place = [0, 1, 2].map((c) => Math.floor(points[c] / tile));
      const key = [stroke.colour, stroke.width, ...place].join();
      const batch = batches.get(key) ?? { stroke, parts: [] };
      batch.parts.push({ points, join: 'through' });
      batches.set(key, batch);
    }
    this.scene.remove(...this.resting);
    this.resting.forEach((line) => line.dispose());
    this.resting = [...batches.values()].map(({ stroke, parts }) => {
      const line = new WideLine(this.material(stroke.colour, stroke.width));
      line.write(parts, parts[0].points.slice(0, 3));
      return line;
    });
    // Under the curves in hand.
    this.scene.remove(...this.live);
    // To add nothing is an error to three.
    for (const line of [...this.resting, ...this.live]) this.scene.add(line);
  }

  private writeLive(strokes: readonly Stroke[], mmPerPixel: number): void {
    while (this.live.length > strokes.length) {
      const line = this.live.pop();
      if (line) this.scene.remove(line);
      line?.dispose();
    }
    strokes.forEach(({ curve, colour, width }, i) => {
      const { points } = flattened(curve, mmPerPixel);
      const material = this.material(colour, width);
      if (!this.live[i]) this.scene.add((this.live[i] = new WideLine(material)));
      this.live[i].material = material;
      this.live[i].write([{ points, join: 'through' }], points);
    });
  }

  private material(colour: string, width: number, opacity = 1): ShaderMaterial {
    const key = [colour, width, opacity].join();
    let material = this.materials.get(key);
    if (!material) this.materials.set(key, (material = lineMaterial(colour, width, opacity, this.size)));
    return material;
  }
}
