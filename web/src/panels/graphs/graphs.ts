import { Editing } from '../../session/editing';
import { ShownItems } from '../../session/shownItems';
import { Readings } from '../../session/readings';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Tab, TabList, TabPanel, TabPanels, Tabs } from 'primeng/tabs';
import { GraphFigures } from './graphFigures';
import { KnotLine } from './knotLine';
import { NotLoaded } from '../../ui/notLoaded';
import { UNIT } from '../../ui/length';
import { inflectionsInWords } from '../../ui/labels';
import { drawGraph, lengthAtX, graphFrame } from './curvatureGraph';

/** The graph under the sheet: signed curvature over arc length, with the cursor it shares with the sheet. */
@Component({
  selector: 'pb-graphs',
  imports: [GraphFigures, KnotLine, NotLoaded, Tab, TabList, TabPanel, TabPanels, Tabs],
  template: `
    <p-tabs [value]="tab()" (valueChange)="tab.set($any($event))">
      <header>
        <p-tablist>
          <p-tab value="curvature" (keydown)="passOn($event)">Curvature</p-tab>
          <p-tab value="knots" (keydown)="passOn($event)">Knot line</p-tab>
        </p-tablist>
        @if (whose(); as name) {
          <span class="whose">{{ name }}</span>
        }
        @if (tab() === 'curvature') {
          <pb-graph-figures />
        }
      </header>
      <p-tabpanels>
        <p-tabpanel value="curvature">
          @if (tab() === 'curvature') {
            @if (hasProfile()) {
              <div class="graph" #box>
                <canvas
                  #canvas
                  role="img"
                  [attr.aria-label]="'Signed curvature over arc length, ' + inflections()"
                  (pointermove)="hover($event.offsetX)"
                  (pointerleave)="readings.cursor.set(null)"
                ></canvas>
              </div>
            } @else {
              <p class="quiet">Select a curve to read its curvature along its length.</p>
            }
          }
        </p-tabpanel>
        <p-tabpanel value="knots">
          @let knots = tab() === 'knots' && hasCurve();
          @defer (when knots; prefetch on timer(1500ms)) {
            @if (knots) {
              <pb-knot-line />
            }
          } @error {
            @if (knots) {
              <pb-not-loaded />
            }
          }
          @if (tab() === 'knots' && !knots) {
            <p class="quiet">Select a curve to see its knots over its parameter.</p>
          }
        </p-tabpanel>
      </p-tabpanels>
    </p-tabs>
  `,
  styles: `
    :host {
      display: flex;
      min-width: 0;
      min-height: 0;
    }
    p-tabs {
      display: flex;
      flex: 1;
      flex-direction: column;
      min-width: 0;
    }
    header {
      display: flex;
      align-items: center;
      gap: 22px;
      padding: 2px 18px 0;
      overflow: hidden;
      white-space: nowrap;
      font-size: 13px;
    }
    :host ::ng-deep .p-tablist-active-bar {
      display: none;
    }
    p-tab {
      margin: 0;
      border: 0;
    }
    .p-tab-active {
      box-shadow: inset 0 -2px var(--vermilion);
      font-weight: 600;
    }
    p-tab + p-tab {
      margin-left: 18px;
    }
    p-tabpanels,
    p-tabpanel:not([hidden]) {
      display: flex;
      flex: 1;
      flex-direction: column;
      min-height: 0;
    }
    .whose {
      max-width: 180px;
      overflow: hidden;
      font-weight: 600;
      text-overflow: ellipsis;
    }
    p {
      padding: 14px 18px;
    }
    .graph {
      position: relative;
      flex: 1;
      min-height: 0;
    }
    canvas {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      cursor: crosshair;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Graphs {
  protected readonly editing = inject(Editing);
  protected readonly shown = inject(ShownItems);
  protected readonly readings = inject(Readings);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal<readonly [number, number]>([0, 0]);
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set([entry.contentRect.width, entry.contentRect.height]),
  );
  protected readonly tab = signal<'curvature' | 'knots'>('curvature');
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  /** Of several selected curves the graph shows one: this is its name. */
  protected readonly whose = computed(() => {
    const several = this.editing.selection().items.length > 1;
    return several && this.readings.reading() ? (this.shown.selected()?.item.name ?? null) : null;
  });

  protected readonly hasProfile = computed(() => this.readings.reading() !== null);
  protected readonly hasCurve = computed(() => (this.shown.selected()?.curve ?? null) !== null);
  protected readonly inflections = computed(() => inflectionsInWords(this.readings.reading()?.inflections ?? 0));

  private readonly frame = computed(() => {
    const profile = this.readings.reading()?.profile;
    const [width, height] = this.size();
    return profile && width > 0 && height > 0 ? graphFrame(profile, width, height, UNIT[this.units()]) : null;
  });

  constructor() {
    effect(() => {
      const canvas = this.canvas()?.nativeElement;
      this.observer.disconnect();
      if (canvas) this.observer.observe(canvas);
    });
    effect(() => {
      const canvas = this.canvas()?.nativeElement;
      const frame = this.frame();
      const profile = this.readings.reading()?.profile;
      const cursor = this.readings.cursor();
      const context = canvas?.getContext('2d');
      if (!canvas || !context || !frame || !profile) return;
      const ratio = window.devicePixelRatio;
      const [width, height] = [Math.round(frame.width * ratio), Math.round(frame.height * ratio)];
      if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      drawGraph(context, frame, profile, cursor);
    });
    inject(DestroyRef).onDestroy(() => this.observer.disconnect());
  }

  /** A tab lets no key go up to the bench: those that are not its own are sent there. */
  protected passOn(event: KeyboardEvent): void {
    const own =
      event.key.startsWith('Arrow') || ['Home', 'End', 'PageUp', 'PageDown', 'Enter', ' ', 'Tab'].includes(event.key);
    if (!own) window.dispatchEvent(new KeyboardEvent('keydown', event));
  }

  protected hover(x: number): void {
    const frame = this.frame();
    if (frame) this.readings.cursor.set(lengthAtX(frame, x));
  }
}
