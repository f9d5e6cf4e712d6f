import { Editing, Opening, Readings, ShownItems } from '../../session';
import { StripGraph } from './stripGraph';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Tab, TabList, TabPanel, TabPanels, Tabs } from 'primeng/tabs';
import { ContinuityTable } from '../reports/continuityTable';
import { CurvatureCanvas } from './curvatureCanvas';
import { DeviationPanel } from './deviationPanel';
import { GraphCopies } from './graphCopies';
import { GraphFigures } from './graphFigures';
import { KnotLine } from './knotLine';
import { QuantityChart } from './quantityChart';
import { StripControls } from './stripControls';
import { NotLoaded } from '../../ui/notLoaded';
import { SmallPicture } from '../../ui/smallPicture';

/** The strip under the sheet: the graph of the curvature, the knot line, or how curves meet. */
@Component({
  selector: 'pb-graphs',
  providers: [StripGraph],
  imports: [
    ContinuityTable,
    CurvatureCanvas,
    DeviationPanel,
    GraphFigures,
    GraphCopies,
    QuantityChart,
    StripControls,
    KnotLine,
    NotLoaded,
    SmallPicture,
    Tab,
    TabList,
    TabPanel,
    TabPanels,
    Tabs,
  ],
  template: `
    <p-tabs [value]="tab()" (valueChange)="tab.set($any($event))">
      <header>
        <p-tablist>
          <p-tab value="curvature" (keydown)="passOn($event)">Curvature</p-tab>
          <p-tab value="deviation" (keydown)="passOn($event)">Deviation</p-tab>
          <p-tab value="knots" (keydown)="passOn($event)">Knot line</p-tab>
          <p-tab value="continuity" (keydown)="passOn($event)">Continuity</p-tab>
        </p-tablist>
        @if (whose(); as name) {
          <span class="whose">{{ name }}</span>
        }
        @if (tab() === 'curvature') {
          <pb-graph-figures />
        }
        @let canCopy = hasProfile() && (tab() === 'curvature' || tab() === 'deviation');
        @defer (when canCopy; prefetch when opening.isOver()) {
          @if (canCopy) {
            <pb-graph-copies />
          }
        } @error {}
      </header>
      <p-tabpanels>
        <p-tabpanel value="curvature">
          @if (tab() === 'curvature') {
            <div class="beside" [hidden]="!hasProfile()">
              @defer (when hasProfile(); prefetch when opening.isOver()) {
                @if (hasProfile() && strip.quantity() === 'curvature') {
                  <pb-curvature-canvas />
                }
              } @error {
                <pb-not-loaded />
              }
              @let quantity = hasProfile() && strip.quantity() !== 'curvature';
              @defer (when quantity; prefetch when opening.isOver()) {
                @if (quantity) {
                  <pb-quantity-chart />
                }
              } @error {
                @if (quantity) {
                  <pb-not-loaded />
                }
              }
              @defer (when hasProfile(); prefetch when opening.isOver()) {
                @if (hasProfile()) {
                  <pb-strip-controls />
                }
              } @error {}
            </div>
            @if (!hasProfile()) {
              <div class="nothing">
                <pb-small-picture shows="graph" />
                <p class="quiet">Select a curve to read its curvature along its length.</p>
              </div>
            }
          }
        </p-tabpanel>
        <p-tabpanel value="deviation">
          @let deviation = tab() === 'deviation';
          @defer (when deviation; prefetch when opening.isOver()) {
            @if (deviation) {
              <pb-deviation-panel />
            }
          } @error {
            @if (deviation) {
              <pb-not-loaded />
            }
          }
        </p-tabpanel>
        <p-tabpanel value="knots">
          @let knots = tab() === 'knots' && hasCurve();
          @defer (when knots; prefetch when opening.isOver()) {
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
        <p-tabpanel value="continuity">
          @let continuity = tab() === 'continuity';
          @defer (when continuity; prefetch when opening.isOver()) {
            @if (continuity) {
              <pb-continuity-table />
            }
          } @error {
            @if (continuity) {
              <pb-not-loaded />
            }
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
    .nothing {
      display: flex;
      align-items: center;
      gap: 28px;
      padding: 10px 0 0 24px;
    }
    .nothing pb-small-picture {
      width: 150px;
    }
    .nothing p {
      padding: 0;
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
    p-tablist {
      flex: none;
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
    .beside {
      display: flex;
      flex: 1;
      min-height: 0;
    }
    .beside[hidden] {
      display: none;
    }
    .whose {
      max-width: 300px;
      overflow: hidden;
      font-weight: 600;
      text-overflow: ellipsis;
    }
    p {
      padding: 14px 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Graphs {
  private readonly editing = inject(Editing);
  protected readonly opening = inject(Opening);
  private readonly shown = inject(ShownItems);
  private readonly readings = inject(Readings);
  protected readonly strip = inject(StripGraph);
  protected readonly tab = signal<'curvature' | 'deviation' | 'knots' | 'continuity'>('curvature');

  /** Of several selected curves the graph shows one: this is its name. */
  protected readonly whose = computed(() => {
    const more = this.editing.selection().items.length - 1;
    const name = this.shown.selected()?.item.name;
    if (more < 1 || !this.readings.reading() || !name) return null;
    const areOver = this.tab() === 'curvature' && !this.strip.isRun();
    return areOver ? `${name}, and ${more} more in dashes` : name;
  });

  protected readonly hasProfile = computed(() => this.readings.reading() !== null);
  protected readonly hasCurve = computed(() => (this.shown.selected()?.curve ?? null) !== null);

  /** A tab lets no key go up to the bench: those that are not its own are sent there. */
  protected passOn(event: KeyboardEvent): void {
    const own =
      event.key.startsWith('Arrow') || ['Home', 'End', 'PageUp', 'PageDown', 'Enter', ' ', 'Tab'].includes(event.key);
    if (!own) window.dispatchEvent(new KeyboardEvent('keydown', event));
  }
}
