import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { FRONT, type Vector3 } from '@pencil-bend/core';
import { FRONT_ID } from '@pencil-bend/document';
import type { Camera } from '../api/savedView';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectCamera, selectNames, selectPlanes } from '../state/selectors';
import { cornersSeen } from '../view/cornersSeen';
import type { ShownItem } from '../view/shownItem';
import { broughtIn, fitted, type Viewport } from '../view/viewport';

/** Until the sheet was looked at. */
const FIRST_CAMERA: Camera = { x: 0, y: 0, scale: 0.25 };
/** A change of view that nobody's hand made takes so long. */
const GLIDE_MS = 260;
/** Header and prompt line, the tools at the top of the sheet, and the least strip of it worth looking at, in pixels. */
const AROUND = 48 + 27;
const TOOLS = 52;
const LEAST_STRIP = 120;
/** How near to a handle or a curve a click may be, in pixels. */
const REACH = 9;

/** What is looked at, and from where: one pane for now. */
@Injectable()
export class Viewports {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly camera = this.store.selectSignal(selectCamera);
  private readonly planes = this.store.selectSignal(selectPlanes);
  private readonly size = signal({ width: 0, height: 0 });

  /** False until the sheet was looked at: then all of it is to be shown. */
  readonly isLookedAt = computed(() => this.camera() !== null);
  readonly viewport = computed((): Viewport => ({
    ...(this.camera() ?? FIRST_CAMERA),
    ...this.size(),
    plane: this.planes()?.[FRONT_ID] ?? FRONT,
  }));
  /** How near counts as the same place, in mm at this zoom. */
  readonly reach = computed(() => REACH * this.viewport().scale);
  /** Whether names stand on the sheet. */
  readonly names = this.store.selectSignal(selectNames);
  /** The pointer's place in the plane of the view; null when it is elsewhere. */
  readonly pointer = signal<Vector3 | null>(null);

  /** The place to draw at was brought there, or the sheet was walked through, by keys and not by the pointer. */
  readonly byKeys = signal(false);

  private gliding = 0;

  showNames(shown: boolean): void {
    this.store.dispatch(viewActions.namesShown({ shown }));
  }

  look({ x, y, scale }: Camera): void {
    this.store.dispatch(viewActions.cameraMoved({ camera: { x, y, scale } }));
  }

  /** Goes to another view in a few steps, so that it can be followed; at once for those who want no motion. */
  glide(to: Camera): void {
    cancelAnimationFrame(this.gliding);
    const from = this.viewport();
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) return this.look(to);
    const start = performance.now();
    const step = (now: number) => {
      const t = Math.min(1, Math.max(0, (now - start) / GLIDE_MS));
      // It sets out and arrives slowly.
      const share = t * t * (3 - 2 * t);
      const between = (a: number, b: number) => a + share * (b - a);
      const scale = from.scale * (to.scale / from.scale) ** share;
      this.look(t < 1 ? { x: between(from.x, to.x), y: between(from.y, to.y), scale } : to);
      if (t < 1) this.gliding = requestAnimationFrame(step);
    };
    this.gliding = requestAnimationFrame(step);
  }

  /** Goes where a place or a stretch can be looked at, no further than needed. */
  goTo(points: readonly Vector3[]): void {
    const viewport = this.viewport();
    const to = broughtIn(viewport, points);
    if (to.x !== viewport.x || to.y !== viewport.y || to.scale !== viewport.scale) this.glide(to);
  }

  /** Shows points between the tools and a panel that covers so many pixels of the window from below. */
  showAbove(points: Float64Array, covered: number): void {
    const viewport = this.viewport();
    const strip = window.innerHeight - covered - AROUND;
    const lost = viewport.height - strip;
    if (points.length === 0 || lost <= 0 || strip < LEAST_STRIP) return;
    const seen = fitted({ ...viewport, height: strip - TOOLS }, points);
    this.glide({ x: seen.x, y: seen.y + ((TOOLS - lost) / 2) * seen.scale, scale: seen.scale });
  }

  /** Shows all of some items, with a margin. */
  bringIntoView(items: readonly ShownItem[]): void {
    const viewport = this.viewport();
    this.look(fitted(viewport, Float64Array.from(cornersSeen(items, viewport.plane).flat())));
  }

  resize(width: number, height: number): void {
    this.size.set({ width, height });
  }
}
