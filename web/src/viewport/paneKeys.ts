import { handlesOn, keyOf } from '@pencil-bend/document';
import { computed, type Signal, signal } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import type { Bench } from '../session/bench';
import type { Hit, PointerInput } from '../tools/contract';
import type { Camera } from '../view/camera';
import { gridOf, middleOf } from '../view/grid';
import type { Handles } from './handleMarks';
import { ARROWS, hitOf, placeInWords, type Spot, spotOf, spotsOf, stepped } from './walk';

type Feed = (type: PointerInput['type'], at: Vector3, on?: Hit | null) => void;

/** The sheet without a pointer: arrows walk, nudge and place, Enter and Space take. */
export class SheetKeys {
  private readonly spots = computed(() => spotsOf(this.bench.drawn(), this.bench.selection(), this.handles()));
  /** Where arrow keys have gone to, as long as it is there. */
  private readonly walkedTo = signal<Spot | null>(null);
  readonly spot = computed(() => {
    const to = this.walkedTo();
    return to && (this.spots().find(({ item, key }) => item === to.item && key === to.key) ?? null);
  });
  /** The selected handle, as it lies now. */
  readonly held = computed((): Spot | null => {
    const [handle] = this.bench.selection().handles;
    return handle ? spotOf(this.bench.selection().items[0], handle, this.handles()) : null;
  });
  /** What a screen reader says next. */
  readonly said = signal('');
  /** The place to draw at was brought there by keys. */
  pointsByKeys = false;

  constructor(
    private readonly bench: Bench,
    private readonly camera: Signal<Camera>,
    private readonly handles: Signal<Handles | null>,
    private readonly feed: Feed,
  ) {}

  /** Whether the key meant something here. */
  press({ key, shiftKey }: KeyboardEvent): boolean {
    const way = ARROWS[key];
    if (way) return this.arrow(way, shiftKey);
    return (key === 'Enter' || key === ' ') && this.take(key);
  }

  leave(): void {
    this.walkedTo.set(null);
  }

  /** Where the handle in hand has been moved to by keys. */
  private nudgedTo(): Vector3 | null {
    const tool = this.bench.tool();
    if (tool.tool !== 'bend' || !tool.drag?.byKeys) return null;
    const { from, by } = tool.drag;
    return from.map((x, c) => x + by[c]) as unknown as Vector3;
  }

  private arrow([right, up]: readonly [number, number], finely: boolean): boolean {
    const camera = this.camera();
    const grid = gridOf(this.bench.project(), camera) * (finely ? 0.1 : 1);
    const { x, y } = camera.plane;
    const by = [0, 1, 2].map((c) => grid * (right * x[c] + up * y[c])) as unknown as Vector3;
    if (this.bench.tool().tool !== 'bend') return this.pointBy(by, (right + up) * grid);
    if (this.bench.hasPlace()) {
      this.bench.feed({ type: 'nudge', by, grip: this.held()?.grip ?? null });
      const to = this.nudgedTo();
      if (to) this.said.set(placeInWords(to));
      return true;
    }
    const spot = stepped(this.spots(), this.spot(), right + up > 0 ? 1 : -1);
    this.walkedTo.set(spot);
    this.said.set(spot?.words ?? 'Nothing is drawn yet');
    return true;
  }

  /** Where the next point goes: with a curve at hand along it, else by the grid. */
  private pointBy(by: Vector3, along: number): boolean {
    this.pointsByKeys = true;
    const curve = this.bench.curve();
    let at: Vector3;
    if (this.bench.tool().tool === 'insert' && curve) {
      this.bench.cursor.update((s) => Math.max(0, (s ?? 0) + along));
      const reading = this.bench.reading();
      if (!reading) return true;
      this.bench.cursor.set(reading.s);
      at = reading.at;
    } else {
      at = this.bench.pointer() ?? middleOf(this.camera(), gridOf(this.bench.project(), this.camera()));
      at = at.map((value, c) => Number((value + by[c]).toFixed(9))) as unknown as Vector3;
    }
    this.bench.pointer.set(at);
    this.feed('move', at);
    this.said.set(placeInWords(at));
    return true;
  }

  /** Takes what the keyboard is at: a spot into hand, or a place for a point. */
  private take(key: string): boolean {
    // What Enter would take first is the price that is offered.
    if (this.bench.desk.offer()) return false;
    const spot = this.spot();
    const at = this.bench.pointer();
    const tool = this.bench.tool();
    if (tool.tool === 'bend') {
      if (!spot) return false;
      const { item, grip, at: place } = spot;
      const { selection } = this.bench;
      if (tool.taking !== null) this.feed('press', place, hitOf(spot));
      else if (grip && selection().items[0] === item && selection().handles.some((each) => keyOf(each) === spot.key)) {
        return false;
      } else this.bench.select(handlesOn(item, grip ? [grip.handle] : []));
      this.said.set(`${spot.words}, selected`);
      if (grip === null) this.walkedTo.set(null);
      return true;
    }
    if (!this.pointsByKeys || !at || key !== ' ') return false;
    this.feed('press', at);
    this.feed('release', at);
    return true;
  }
}
