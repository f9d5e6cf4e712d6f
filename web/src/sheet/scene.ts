import { type Curve, type CurvatureComb, type CurvatureProfile, normalOf } from '@pencil-bend/core';
import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  Group,
  Mesh,
  MeshBasicMaterial,
  type Object3D,
  OrthographicCamera,
  Scene,
  WebGLRenderer,
} from 'three';
import { Line2 } from 'three/addons/lines/Line2.js';
import { LineGeometry } from 'three/addons/lines/LineGeometry.js';
import { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { LineSegments2 } from 'three/addons/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/addons/lines/LineSegmentsGeometry.js';
import { type Camera, gridStep } from './camera';
import { flattened } from './drawn';

/** A curve to draw: how, besides where. */
export interface Stroke {
  readonly key: string;
  readonly curve: Curve;
  readonly colour: string;
  readonly width: number;
}

export interface Picture {
  readonly camera: Camera;
  readonly strokes: readonly Stroke[];
  readonly comb: { readonly comb: CurvatureComb; readonly profile: CurvatureProfile } | null;
}

const GRID = '#efe8d9';
const GRID_STRONG = '#e0d7c3';
const PLUM = '#6f4a8e';
const TEAL = '#1f7a6d';
const OUTLINE = '#57555c';

interface Kept {
  readonly line: Line2;
  readonly curve: Curve;
  readonly vertices: Float64Array;
  readonly look: string;
}

/**
 * The sheet's drawing on the graphics card: grid, curves and comb. Every object stands at a local origin and holds
 * coordinates relative to it, so that a drawing far from the sheet's origin keeps its digits in single precision.
 */
export class SheetScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, -1e7, 1e7);
  private readonly grid = new Group();
  private readonly comb = new Group();
  private readonly curves = new Group();
  private readonly kept = new Map<string, Kept>();
  private readonly materials = new Map<string, LineMaterial>();
  private gridOf = '';
  private combOf: CurvatureComb | null = null;

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.renderer.setClearAlpha(0);
    this.scene.add(this.grid, this.comb, this.curves);
    [this.grid, this.comb, this.curves].forEach((group, order) => (group.renderOrder = order));
    this.renderer.sortObjects = false;
  }

  draw({ camera, strokes, comb }: Picture): void {
    this.look(camera);
    this.layGrid(camera);
    this.layCurves(strokes, camera.scale);
    if (this.combOf !== (comb?.comb ?? null)) {
      this.combOf = comb?.comb ?? null;
      empty(this.comb);
      if (comb) this.comb.add(...this.combObjects(comb.comb, comb.profile));
    }
    this.renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    [this.grid, this.comb, this.curves].forEach(empty);
    this.materials.forEach((material) => material.dispose());
    this.renderer.dispose();
  }

  private look({ plane, x, y, scale, width, height }: Camera): void {
    const size = [width, height].join();
    if (this.renderer.domElement.dataset['size'] !== size) {
      this.renderer.domElement.dataset['size'] = size;
      this.renderer.setPixelRatio(window.devicePixelRatio);
      this.renderer.setSize(width, height, false);
    }
    this.camera.left = (-width / 2) * scale;
    this.camera.right = (width / 2) * scale;
    this.camera.top = (height / 2) * scale;
    this.camera.bottom = (-height / 2) * scale;
    const at = plane.origin.map((origin, c) => origin + x * plane.x[c] + y * plane.y[c]);
    const normal = normalOf(plane);
    this.camera.position.set(at[0], at[1], at[2]);
    this.camera.up.set(...plane.y);
    this.camera.lookAt(at[0] - normal[0], at[1] - normal[1], at[2] - normal[2]);
    this.camera.updateProjectionMatrix();
  }

  private layGrid(camera: Camera): void {
    const step = gridStep(camera);
    const [halfWidth, halfHeight] = [(camera.width / 2) * camera.scale, (camera.height / 2) * camera.scale];
    const columns = [Math.floor((camera.x - halfWidth) / step), Math.ceil((camera.x + halfWidth) / step)];
    const rows = [Math.floor((camera.y - halfHeight) / step), Math.ceil((camera.y + halfHeight) / step)];
    const key = [step, ...columns, ...rows].join();
    if (key === this.gridOf) return;
    this.gridOf = key;
    empty(this.grid);
    const origin = [columns[0] * step, rows[0] * step];
    const fine: number[] = [];
    const strong: number[] = [];
    const { plane } = camera;
    const put = (index: number, a: readonly number[], b: readonly number[]) => {
      const into = index % 5 === 0 ? strong : fine;
      for (const [x, y] of [a, b]) into.push(...[0, 1, 2].map((c) => x * plane.x[c] + y * plane.y[c]));
    };
    const [wide, high] = [(columns[1] - columns[0]) * step, (rows[1] - rows[0]) * step];
    for (let i = columns[0]; i <= columns[1]; i++) put(i, [i * step - origin[0], 0], [i * step - origin[0], high]);
    for (let j = rows[0]; j <= rows[1]; j++) put(j, [0, j * step - origin[1]], [wide, j * step - origin[1]]);
    for (const [positions, colour] of [
      [fine, GRID],
      [strong, GRID_STRONG],
    ] as const) {
      if (positions.length === 0) continue;
      const lines = this.segments(positions, colour, 1);
      lines.position.set(
        ...([0, 1, 2].map((c) => plane.origin[c] + origin[0] * plane.x[c] + origin[1] * plane.y[c]) as [
          number,
          number,
          number,
        ]),
      );
      this.grid.add(lines);
    }
  }

  private layCurves(strokes: readonly Stroke[], mmPerPixel: number): void {
    const present = new Set(strokes.map(({ key }) => key));
    for (const [key, { line }] of this.kept) {
      if (present.has(key)) continue;
      remove(this.curves, line);
      this.kept.delete(key);
    }
    for (const { key, curve, colour, width } of strokes) {
      const vertices = flattened(curve, mmPerPixel).points;
      const look = `${colour} ${width}`;
      const kept = this.kept.get(key);
      if (kept?.curve === curve && kept.vertices === vertices && kept.look === look) continue;
      if (kept) remove(this.curves, kept.line);
      const geometry = new LineGeometry();
      geometry.setPositions(relative(vertices, vertices));
      const line = new Line2(geometry, this.material(colour, width));
      line.position.set(vertices[0], vertices[1], vertices[2]);
      line.frustumCulled = false;
      this.curves.add(line);
      this.kept.set(key, { line, curve, vertices, look });
    }
  }

  private combObjects(comb: CurvatureComb, profile: CurvatureProfile): Object3D[] {
    const origin = comb.outlineFeet;
    const objects: Object3D[] = [];
    const feet = relative(comb.outlineFeet, origin);
    const tips = relative(comb.outlineTips, origin);
    const areas: Record<'plum' | 'teal', number[]> = { plum: [], teal: [] };
    const count = profile.u.length;
    for (let i = 0; i + 1 < count; i++) {
      const side = profile.kappa[i] + profile.kappa[i + 1] < 0 ? 'plum' : 'teal';
      areas[side].push(i, i + 1, count + i, i + 1, count + i + 1, count + i);
    }
    const positions = new BufferAttribute(new Float32Array([...feet, ...tips]), 3);
    for (const [side, colour] of [
      ['plum', PLUM],
      ['teal', TEAL],
    ] as const) {
      if (areas[side].length > 0) {
        const geometry = new BufferGeometry();
        geometry.setAttribute('position', positions);
        geometry.setIndex(areas[side]);
        const material = new MeshBasicMaterial({
          color: colour,
          transparent: true,
          opacity: 0.13,
          side: DoubleSide,
          depthTest: false,
          depthWrite: false,
        });
        objects.push(new Mesh(geometry, material));
      }
      const teeth: number[] = [];
      for (let i = 0; i < comb.teethKappa.length; i++) {
        if (comb.teethKappa[i] < 0 !== (side === 'plum')) continue;
        for (const end of [comb.teethFeet, comb.teethTips]) {
          for (let c = 0; c < 3; c++) teeth.push(end[3 * i + c] - origin[c]);
        }
      }
      if (teeth.length > 0) objects.push(this.segments(teeth, colour, 1, 0.6));
    }
    const outline = new LineGeometry();
    outline.setPositions(tips);
    objects.push(new Line2(outline, this.material(OUTLINE, 1.2)));
    for (const object of objects) {
      object.position.set(origin[0], origin[1], origin[2]);
      object.frustumCulled = false;
    }
    return objects;
  }

  private segments(positions: number[], colour: string, width: number, opacity = 1): LineSegments2 {
    const geometry = new LineSegmentsGeometry();
    geometry.setPositions(positions);
    const lines = new LineSegments2(geometry, this.material(colour, width, opacity));
    lines.frustumCulled = false;
    return lines;
  }

  private material(colour: string, width: number, opacity = 1): LineMaterial {
    const key = [colour, width, opacity].join();
    let material = this.materials.get(key);
    if (!material) {
      material = new LineMaterial({
        color: colour,
        linewidth: width,
        opacity,
        transparent: true,
        depthTest: false,
        depthWrite: false,
      });
      this.materials.set(key, material);
    }
    return material;
  }
}

/** Coordinates less the first point of `origin`, in single precision after the subtraction. */
function relative(coordinates: Float64Array, origin: Float64Array): Float32Array {
  return Float32Array.from(coordinates, (value, i) => value - origin[i % 3]);
}

function remove(group: Group, object: Object3D): void {
  group.remove(object);
  (object as Mesh).geometry.dispose();
}

function empty(group: Group): void {
  for (const object of [...group.children]) remove(group, object);
}
