import {
  Editing,
  LossyPreview,
  Readings,
  ShownItems,
  Target,
  ToolInHand,
  ToolView,
  TypedPlace,
  Viewports,
} from '../session';
import { computed, inject, type Signal, signal } from '@angular/core';
import { add, rounded, type Vector3, vectorIn } from '@pencil-bend/core';
import { anchorOf, handlesOn, keyOf, onlyItem } from '@pencil-bend/document';
import type { Hit, PointerInput } from '../tools/contract';
import { gridPointNear } from '../view/grid';
import { middleOf } from '../view/viewport';
import type { ChosenMark, Handles } from './handleMarks';
import { ARROWS, hitOf, placeInWords, stepped, type WalkStop, stopAt, stopsOf } from './walk';

type Feed = (type: PointerInput['type'], at: Vector3, on?: Hit | null) => void;

/** The sheet without a pointer: arrows walk, nudge and place, Enter and Space take. Made where services are injected. */
export class PaneKeys {
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly hand = inject(ToolInHand);
  private readonly lossy = inject(LossyPreview);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly typed = inject(TypedPlace);
  private readonly viewports = inject(Viewports);

  private readonly stops = computed(() => stopsOf(this.shown.all(), this.editing.selection(), this.handles()));
  /** Where arrow keys have gone to. */
  private readonly walkedTo = signal<WalkStop | null>(null);
  /** The same as long as it is there. */
  readonly stop = computed(() => {
    const to = this.walkedTo();
    return to && (this.stops().find(({ item, key }) => item === to.item && key === to.key) ?? null);
  });
  /** The first selected handle, as it lies now. */
  readonly selected = computed((): WalkStop | null => {
    const { items, handles } = this.editing.selection();
    const [chosen] = this.chosen();
    if (chosen) return { ...chosen, located: chosen };
    return handles.length > 0 ? stopAt(items[0], handles[0], this.handles()) : null;
  });
  /** What a screen reader says next. */
  readonly announcement = signal('');
  constructor(
    private readonly handles: Signal<Handles | null>,
    private readonly chosen: Signal<readonly ChosenMark[]>,
    private readonly feed: Feed,
  ) {}

  /** Whether the key meant something here. */
  press({ key, shiftKey }: KeyboardEvent): boolean {
    const way = ARROWS[key];
    const means = way ? this.arrow(way, shiftKey) : (key === 'Enter' || key === ' ') && this.take(key);
    if (means) this.viewports.byKeys.set(true);
    return means;
  }

  leave(): void {
    this.walkedTo.set(null);
  }

  private arrow([right, up]: readonly [number, number], finely: boolean): boolean {
    const grid = this.target.grid() * (finely ? 0.1 : 1);
    const by = vectorIn(this.viewports.viewport().plane, right * grid, up * grid);
    if (!this.toolView.accepts().drags) return this.pointBy(by, (right + up) * grid);
    if (this.movesByKeys()) {
      this.hand.feed({ type: 'nudge', by, located: this.selected()?.located ?? null });
      const { dragged } = this.toolView.preview();
      if (dragged) this.announcement.set(placeInWords(dragged.to));
      return true;
    }
    const stop = stepped(this.stops(), this.stop(), right + up > 0 ? 1 : -1);
    this.walkedTo.set(stop);
    this.announcement.set(stop?.label ?? 'Nothing is drawn yet');
    return true;
  }

  /** Whether something is selected that arrows move: handles, or a point or guide. */
  private movesByKeys(): boolean {
    const { handles } = this.editing.selection();
    const item = onlyItem(this.editing.selection());
    const project = this.editing.project();
    return handles.length > 0 || (item !== null && project !== null && anchorOf(project.items[item]) !== null);
  }

  /** Where the next point goes: of a tool that works on curves along the one at hand, else by the grid. */
  private pointBy(by: Vector3, along: number): boolean {
    const { curves, places } = this.toolView.accepts();
    let at: Vector3;
    if (curves && !places && this.readings.curve()) {
      this.readings.cursor.update((s) => Math.max(0, (s ?? 0) + along));
      const reading = this.readings.atCursor();
      if (!reading) return true;
      this.readings.cursor.set(reading.s);
      at = reading.at;
    } else {
      const viewport = this.viewports.viewport();
      const from = this.viewports.pointer() ?? gridPointNear(viewport.plane, middleOf(viewport), this.target.grid());
      at = rounded(add(from, by), 9);
    }
    this.viewports.pointer.set(at);
    this.feed('move', at);
    this.announcement.set(placeInWords(at));
    return true;
  }

  /** Takes what the keyboard is at: a stop into hand, or a place for a point. */
  private take(key: string): boolean {
    // What Enter would take first is the price that is offered.
    if (this.lossy.offer()) return false;
    const { drags, picks } = this.toolView.accepts();
    if (drags) return this.takeStop(picks);
    // A space in what is typed belongs to it.
    if (key !== ' ' || this.typed.text() !== null) return false;
    const at = this.viewports.pointer();
    // Without a pointer on the sheet the first press brings the place to draw at into sight.
    if (!at) return this.pointBy([0, 0, 0], 0);
    if (!this.viewports.byKeys()) return false;
    this.feed('press', at);
    this.feed('release', at);
    return true;
  }

  private takeStop(picks: boolean): boolean {
    const stop = this.stop();
    if (!stop) return false;
    const { item, located, at, label } = stop;
    const { items, handles } = this.editing.selection();
    if (picks) this.feed('press', at, hitOf(stop));
    else if (located && items[0] === item && handles.some((each) => keyOf(each) === stop.key)) return false;
    else this.editing.select(handlesOn(item, located ? [located.handle] : []));
    this.announcement.set(`${label}, selected`);
    if (located === null) this.walkedTo.set(null);
    return true;
  }
}
