import type { CurvatureComb, CurvatureProfile } from '@pencil-bend/core';
import { BufferAttribute, BufferGeometry, DoubleSide, DynamicDrawUsage, Group, Mesh, MeshBasicMaterial } from 'three';
import type { LineMaterials } from './stage';
import { WideLine } from './wideLine';

const PLUM = '#6f4a8e';
const TEAL = '#1f7a6d';
const OUTLINE = '#57555c';
/** As the curve itself that a step would leave. */
const GHOST = '#23252b';
const CLIPPED = '#8a5a00';

/** A comb with the profile that it was made from. */
export interface CombShown {
  readonly comb: CurvatureComb;
  readonly profile: CurvatureProfile;
  /** Of a curve that is not there yet: only its outline is drawn. */
  readonly isGhost?: boolean;
}

/** What is seen of a comb on one side of the curve. */
interface Side {
  readonly isHere: (kappa: number) => boolean;
  readonly area: Mesh<BufferGeometry, MeshBasicMaterial>;
  readonly teeth: WideLine;
}

/** Curvature combs, one or many: an area, teeth and an outline, in plum where the curvature is negative, else in teal. */
export class CombDrawing extends Group {
  private readonly sides: readonly Side[];
  private readonly outline: WideLine;
  private readonly ghost: WideLine;
  /** Over the tips of teeth that are cut. */
  private readonly clipped: WideLine;
  private of: readonly CombShown[] | null = null;

  constructor(material: LineMaterials) {
    super();
    const side = (colour: string, isHere: Side['isHere']): Side => ({
      isHere,
      area: areaOf(colour),
      teeth: new WideLine(material(colour, 1, 0.6)),
    });
    this.sides = [side(PLUM, (kappa) => kappa < 0), side(TEAL, (kappa) => kappa >= 0)];
    this.outline = new WideLine(material(OUTLINE, 1.2));
    this.ghost = new WideLine(material(GHOST, 1.6));
    this.clipped = new WideLine(material(CLIPPED, 3));
    for (const { area, teeth } of this.sides) this.add(area, teeth);
    this.add(this.outline, this.ghost, this.clipped);
  }

  /** Writes the combs anew unless they are those that were written last. */
  write(shown: readonly CombShown[]): void {
    this.visible = shown.length > 0;
    if (!this.visible || this.of === shown) return;
    this.of = shown;
    const origin = shown[0].comb.outlineFeet;
    const outlines = (ghosts: boolean) =>
      shown
        .filter(({ isGhost = false }) => isGhost === ghosts)
        .map(({ comb }) => ({ points: comb.outlineTips, join: 'through' }) as const);
    this.outline.write(outlines(false), origin);
    this.ghost.write(outlines(true), origin);
    const there = shown.filter(({ isGhost }) => !isGhost);
    this.clipped.write([{ points: shown.flatMap(({ comb }) => capsOf(comb)), join: 'pairs' }], origin);
    for (const { isHere, area, teeth } of this.sides) {
      writeArea(area, there, origin, isHere);
      const pairs: number[] = [];
      for (const { comb } of there) {
        for (let i = 0; i < comb.teethKappa.length; i++) {
          if (!isHere(comb.teethKappa[i])) continue;
          for (const end of [comb.teethFeet, comb.teethTips]) pairs.push(end[3 * i], end[3 * i + 1], end[3 * i + 2]);
        }
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
    this.ghost.dispose();
    this.clipped.dispose();
  }
}

function areaOf(color: string): Side['area'] {
  const shading = {
    transparent: true,
    opacity: 0.13,
    side: DoubleSide,
    forceSinglePass: true,
    depthTest: false,
    depthWrite: false,
  };
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
function writeArea(
  area: Side['area'],
  shown: readonly CombShown[],
  origin: ArrayLike<number>,
  isHere: Side['isHere'],
): void {
  const total = shown.reduce((sum, { profile }) => sum + profile.kappa.length, 0);
  const places = roomFor(area.geometry, 2 * total);
  const array = places.array as Float32Array;
  const index = area.geometry.index as BufferAttribute;
  const corners = index.array as Uint32Array;
  let used = 0;
  let first = 0;
  for (const { comb, profile } of shown) {
    const { outlineFeet: feet, outlineTips: tips } = comb;
    const { kappa } = profile;
    const count = kappa.length;
    for (let i = 0; i < 3 * count; i++) {
      array[3 * first + i] = feet[i] - origin[i % 3];
      array[3 * (first + count) + i] = tips[i] - origin[i % 3];
    }
    for (let i = first; i + 1 < first + count; i++) {
      if (!isHere(kappa[i - first] + kappa[i + 1 - first])) continue;
      for (const corner of [i, i + 1, count + i, i + 1, count + i + 1, count + i]) corners[used++] = corner;
    }
    first += 2 * count;
  }
  places.needsUpdate = true;
  index.needsUpdate = true;
  area.geometry.setDrawRange(0, used);
  area.position.set(origin[0], origin[1], origin[2]);
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
