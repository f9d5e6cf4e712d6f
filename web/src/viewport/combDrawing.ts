import type { CurvatureComb, CurvatureProfile } from '@pencil-bend/core';
import { BufferAttribute, BufferGeometry, DoubleSide, DynamicDrawUsage, Group, Mesh, MeshBasicMaterial } from 'three';
import type { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { WideLine } from './wideLine';

const PLUM = '#6f4a8e';
const TEAL = '#1f7a6d';
const OUTLINE = '#57555c';
const CLIPPED = '#8a5a00';

/** What is seen of a comb on one side of the curve. */
interface Side {
  readonly isHere: (kappa: number) => boolean;
  readonly area: Mesh<BufferGeometry, MeshBasicMaterial>;
  readonly teeth: WideLine;
}

/** The curvature comb: an area, teeth and an outline, in plum where the curvature is negative, else in teal. */
export class CombDrawing extends Group {
  private readonly sides: readonly Side[];
  private readonly outline: WideLine;
  /** Over the tips of teeth that are cut. */
  private readonly clipped: WideLine;
  private of: CurvatureComb | null = null;

  constructor(material: (colour: string, width: number, opacity?: number) => LineMaterial) {
    super();
    const side = (colour: string, isHere: Side['isHere']): Side => ({
      isHere,
      area: areaOf(colour),
      teeth: new WideLine(material(colour, 1, 0.6)),
    });
    this.sides = [side(PLUM, (kappa) => kappa < 0), side(TEAL, (kappa) => kappa >= 0)];
    this.outline = new WideLine(material(OUTLINE, 1.2));
    this.clipped = new WideLine(material(CLIPPED, 3));
    for (const { area, teeth } of this.sides) this.add(area, teeth);
    this.add(this.outline, this.clipped);
  }

  write(shown: { readonly comb: CurvatureComb; readonly profile: CurvatureProfile } | null): void {
    this.visible = shown !== null;
    if (!shown || this.of === shown.comb) return;
    const { comb, profile } = shown;
    this.of = comb;
    const origin = comb.outlineFeet;
    this.outline.write([{ points: comb.outlineTips, join: 'through' }], origin);
    this.clipped.write([{ points: capsOf(comb), join: 'pairs' }], origin);
    for (const { isHere, area, teeth } of this.sides) {
      writeArea(area, comb, profile, isHere);
      const pairs: number[] = [];
      for (let i = 0; i < comb.teethKappa.length; i++) {
        if (!isHere(comb.teethKappa[i])) continue;
        for (const end of [comb.teethFeet, comb.teethTips]) pairs.push(end[3 * i], end[3 * i + 1], end[3 * i + 2]);
      }
      teeth.write([{ points: pairs, join: 'pairs' }], origin);
    }
  }

  override dispose(): void {
    for (const { area, teeth } of this.sides) {
      area.geometry.dispose();
      area.material.dispose();
      teeth.dispose();
    }
    this.outline.dispose();
    this.clipped.dispose();
  }
}

function areaOf(color: string): Side['area'] {
  const shading = { transparent: true, opacity: 0.13, side: DoubleSide, depthTest: false, depthWrite: false };
  const area = new Mesh(new BufferGeometry(), new MeshBasicMaterial({ color, ...shading }));
  area.frustumCulled = false;
  return area;
}

/** Half way to the neighbours on both sides of each tip that is cut. */
function capsOf({ clipped, teethTips: tips }: CurvatureComb): readonly number[] {
  const last = tips.length / 3 - 1;
  const caps: number[] = [];
  for (const i of clipped) {
    for (const other of [Math.max(0, i - 1), Math.min(last, i + 1)]) {
      for (const c of [0, 1, 2]) caps.push(tips[3 * i + c]);
      for (const c of [0, 1, 2]) caps.push((tips[3 * i + c] + tips[3 * other + c]) / 2);
    }
  }
  return caps;
}

/** Fills between feet and tips: two triangles for each interval whose curvature is on this side. */
function writeArea(area: Side['area'], comb: CurvatureComb, { kappa }: CurvatureProfile, isHere: Side['isHere']): void {
  const { outlineFeet: feet, outlineTips: tips } = comb;
  const count = kappa.length;
  const places = roomFor(area.geometry, 2 * count);
  const array = places.array as Float32Array;
  for (let i = 0; i < 3 * count; i++) {
    array[i] = feet[i] - feet[i % 3];
    array[3 * count + i] = tips[i] - feet[i % 3];
  }
  places.needsUpdate = true;
  const index = area.geometry.index as BufferAttribute;
  const corners = index.array as Uint32Array;
  let used = 0;
  for (let i = 0; i + 1 < count; i++) {
    if (!isHere(kappa[i] + kappa[i + 1])) continue;
    for (const corner of [i, i + 1, count + i, i + 1, count + i + 1, count + i]) corners[used++] = corner;
  }
  index.needsUpdate = true;
  area.geometry.setDrawRange(0, used);
  area.position.set(feet[0], feet[1], feet[2]);
}

/** The place attribute of a geometry, with room for so many places and three corners for each. */
function roomFor(geometry: BufferGeometry, count: number): BufferAttribute {
  const known = geometry.getAttribute('position') as BufferAttribute | undefined;
  if (known && known.count >= count) return known;
  geometry.dispose();
  const room = Math.ceil(1.5 * count);
  const places = new BufferAttribute(new Float32Array(3 * room), 3).setUsage(DynamicDrawUsage);
  geometry.setAttribute('position', places);
  geometry.setIndex(new BufferAttribute(new Uint32Array(3 * room), 1).setUsage(DynamicDrawUsage));
  return places;
}
