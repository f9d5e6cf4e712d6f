import { normalOf } from '@pencil-bend/core';
import { type Object3D, OrthographicCamera, Scene, type ShaderMaterial, Vector2, WebGLRenderer } from 'three';
import type { Viewport } from '../view/viewport';
import { lineMaterial } from './lineMaterial';

/** A material of lines of one look; the same one for the same look. */
export type LineMaterials = (colour: string, width: number, opacity?: number) => ShaderMaterial;

/** One canvas on the graphics card, which looks as the viewport does. */
export class Stage {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, -1e7, 1e7);
  private readonly materials = new Map<string, ShaderMaterial>();
  /** Of the sheet, in pixels. */
  private readonly size = { value: new Vector2(0, 0) };

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.renderer.setClearAlpha(0);
    // Things are drawn in the order in which they stand in the scene.
    this.renderer.sortObjects = false;
  }

  add(...objects: readonly Object3D[]): void {
    this.scene.add(...objects);
  }

  readonly material: LineMaterials = (colour, width, opacity = 1) => {
    const key = [colour, width, opacity].join();
    let material = this.materials.get(key);
    if (!material) this.materials.set(key, (material = lineMaterial(colour, width, opacity, this.size)));
    return material;
  };

  render(viewport: Viewport): void {
    this.look(viewport);
    this.renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    this.materials.forEach((material) => material.dispose());
    this.renderer.dispose();
  }

  private look({ plane, x, y, scale, width, height }: Viewport): void {
    const size = this.size.value;
    if (size.x !== width || size.y !== height) {
      size.set(width, height);
      this.renderer.setPixelRatio(window.devicePixelRatio);
      this.renderer.setSize(width, height, false);
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
}
