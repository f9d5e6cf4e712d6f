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
  private places: BufferAttribute | null = null;
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
    const caps = Float64Array.from(shown.flatMap(({ comb }) => capsOf(comb)));
    this.clipped.write([{ points: caps, join: 'pairs' }], origin);
    this.writePlaces(there, origin);
    for (const { isHere, area, teeth } of this.sides) {
      writeArea(area, there, origin, isHere);
      teeth.write([{ points: teethOf(there, isHere), join: 'pairs' }], origin);
    }
  }

  /** Feet and tips, which both sides have their areas between. */
  private writePlaces(shown: readonly CombShown[], origin: Float64Array): void {
    const count = shown.reduce((sum, { profile }) => sum + 2 * profile.kappa.length, 0);
    const array = this.roomFor(count).array as Float32Array;
    const [x, y, z] = [origin[0], origin[1], origin[2]];
    let into = 0;
    for (const { comb } of shown) {
      for (const places of [comb.outlineFeet, comb.outlineTips]) {
        for (let i = 0; i < places.length; i += 3) {
          array[into++] = places[i] - x;
          array[into++] = places[i + 1] - y;
          array[into++] = places[i + 2] - z;
        }
      }
    }
  }

  /** The places, with room for so many of them and in the areas for three corners for each. */
  private roomFor(count: number): BufferAttribute {
    if (!this.places || this.places.count < count) {
      const room = Math.ceil(1.5 * count);
      this.places = new BufferAttribute(new Float32Array(3 * room), 3).setUsage(DynamicDrawUsage);
      for (const { area } of this.sides) {
        area.geometry.dispose();
        area.geometry.setAttribute('position', this.places);
        area.geometry.setIndex(new BufferAttribute(new Uint32Array(3 * room), 1).setUsage(DynamicDrawUsage));
      }
    }
    this.places.clearUpdateRanges();
    this.places.addUpdateRange(0, 3 * count);
    this.places.needsUpdate = true;
    return this.places;
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

/** Feet and tips of the teeth on one side. */
function teethOf(shown: readonly CombShown[], isHere: Side['isHere']): Float64Array {
  const all = shown.reduce((sum, { comb }) => sum + comb.teethKappa.length, 0);
  const pairs = new Float64Array(6 * all);
  let used = 0;
  for (const { comb } of shown) {
    const { teethFeet: feet, teethTips: tips, teethKappa: kappa } = comb;
    for (let i = 0; i < kappa.length; i++) {
      if (!isHere(kappa[i])) continue;
      for (let c = 0; c < 3; c++) pairs[used + c] = feet[3 * i + c];
      for (let c = 0; c < 3; c++) pairs[used + 3 + c] = tips[3 * i + c];
      used += 6;
    }
  }
  return pairs.subarray(0, used);
}

/** Fills between feet and tips: two triangles for each interval whose curvature is on this side. */
function writeArea(
  area: Side['area'],
  shown: readonly CombShown[],
  origin: Float64Array,
  isHere: Side['isHere'],
): void {
  const index = area.geometry.index as BufferAttribute;
  const corners = index.array as Uint32Array;
  let used = 0;
  let first = 0;
  for (const { profile } of shown) {
    const { kappa } = profile;
    const count = kappa.length;
    for (let i = first; i + 1 < first + count; i++) {
      if (!isHere(kappa[i - first] + kappa[i + 1 - first])) continue;
      const across = i + count;
      corners[used] = i;
      corners[used + 1] = i + 1;
      corners[used + 2] = across;
      corners[used + 3] = i + 1;
      corners[used + 4] = across + 1;
      corners[used + 5] = across;
      used += 6;
    }
    first += 2 * count;
  }
  index.clearUpdateRanges();
  index.addUpdateRange(0, used);
  index.needsUpdate = true;
  area.visible = used > 0;
  area.geometry.setDrawRange(0, used);
  area.position.set(origin[0], origin[1], origin[2]);
}
