import { AddedHandles, Editing, Readings, ShownItems, ToolInHand } from '../../session';
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
import { breaksOf, domainOf } from '@pencil-bend/core';
import { resolveRecipe, type Handle, keyOf, sameHandle, handlesOn } from '@pencil-bend/document';
import { counted } from '../../ui/labels';
import { Tooltip } from 'primeng/tooltip';
import { NumberField } from '../../ui/numberField';
import type { SlideInput } from '../../tools/contract';
import { LinkButton } from '../../ui/buttons';

const MARGIN = 34;
const AXIS = 62;
/** A span narrower than this, in pixels, has no room for its length. */
const ROOM = 44;
/** An arrow moves a knot by this share of the range, with Shift by a tenth of it. */
const STEP = 0.01;

/** The knots of the selected curve over its parameter: dragged, added by a click, taken out. */
@Component({
  selector: 'pb-knot-line',
  imports: [LinkButton, NumberField, Tooltip],
  templateUrl: './knotLine.html',
  styleUrl: './knotLine.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KnotLine {
  protected readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  protected readonly shown = inject(ShownItems);
  protected readonly readings = inject(Readings);
  protected readonly addedHandles = inject(AddedHandles);
  private readonly box = viewChild<ElementRef<SVGSVGElement>>('box');
  private readonly width = signal(0);
  private readonly observer = new ResizeObserver(([entry]) => this.width.set(entry.contentRect.width));
  protected readonly axis = AXIS;
  protected readonly margin = MARGIN;
  /** The knot under the pointer that is being dragged, by where it was. */
  private dragged: number | null = null;
  protected readonly aim = signal<{ readonly x: number; readonly u: number } | null>(null);

  /** The curve as it is shown, a drag included. */
  private readonly curve = computed(() => this.shown.selected()?.curve ?? null);
  protected readonly range = computed(() => {
    const curve = this.curve();
    return curve ? domainOf(curve) : null;
  });
  protected readonly end = computed(() => this.width() - MARGIN);

  protected readonly knots = computed(() => {
    const curve = this.curve();
    if (!curve || this.width() === 0) return [];
    const breaks = breaksOf(curve);
    const { handles } = this.editing.selection();
    const added = this.addedHandles.keys();
    return breaks.map(({ u, multiplicity }, i) => {
      const handle: Handle = { kind: 'knot', u };
      const isEnd = i === 0 || i === breaks.length - 1;
      return {
        u,
        x: this.xOf(u),
        isEnd,
        height: Math.min(40, 10 + 7 * multiplicity),
        selected: handles.some((each) => sameHandle(each, handle)),
        added: added.has(keyOf(handle)),
        label: `Knot ${i + 1} of ${breaks.length} at ${shown(u)}, ${counted(multiplicity, 'time', 'times')}`,
      };
    });
  });

  protected readonly spans = computed(() => {
    const knots = this.knots();
    return knots.slice(1).flatMap(({ u, x }, i) => {
      const before = knots[i];
      return x - before.x < ROOM ? [] : [{ x: (x + before.x) / 2, words: shown(u - before.u) }];
    });
  });

  protected readonly fitPoints = computed(() => {
    const item = this.shown.selected()?.item;
    const resolved = item?.kind === 'curve' ? resolveRecipe(item.recipe) : null;
    const range = this.range();
    if (!resolved?.ok || !range || this.width() === 0) return [];
    return [...resolved.value.fitParameters].filter((u) => u <= range[1]).map((u) => this.xOf(u));
  });

  protected readonly cursor = computed(() => {
    const u = this.readings.cursorParameter();
    return u === null || this.width() === 0 ? null : this.xOf(u);
  });

  constructor() {
    effect(() => {
      const box = this.box()?.nativeElement;
      this.observer.disconnect();
      if (box) this.observer.observe(box);
    });
    inject(DestroyRef).onDestroy(() => this.observer.disconnect());
  }

  protected grab(event: PointerEvent, u: number): void {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.choose(u);
    this.dragged = u;
  }

  protected drag(event: PointerEvent): void {
    if (this.dragged !== null) this.slide(this.dragged, this.parameterAt(event), 'not yet');
  }

  protected drop(event: PointerEvent): void {
    const u = this.dragged;
    this.dragged = null;
    if (u === null) return;
    const to = this.parameterAt(event);
    // A click that did not move it must not nudge.
    this.slide(u, to, Math.abs(this.xOf(to) - this.xOf(u)) >= 2 ? 'here' : 'back');
  }

  protected key(event: KeyboardEvent, u: number): void {
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    const range = this.range();
    if (!way || !range || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    this.slide(u, u + way * STEP * (range[1] - range[0]) * (event.shiftKey ? 0.1 : 1), 'here');
  }

  protected choose(u: number): void {
    const [item] = this.editing.selection().items;
    if (item) this.editing.select(handlesOn(item, [{ kind: 'knot', u }]));
  }

  protected hover(event: PointerEvent): void {
    const range = this.range();
    if (!range || this.dragged !== null) return;
    const u = this.parameterAt(event);
    this.aim.set(u > range[0] && u < range[1] ? { x: this.xOf(u), u } : null);
    this.readings.pointAt(Math.min(range[1], Math.max(range[0], u)));
  }

  protected leave(): void {
    this.aim.set(null);
    this.readings.pointAt(null);
  }

  /** A click beside the ticks adds a knot there. */
  protected add(event: MouseEvent): void {
    const [item] = this.editing.selection().items;
    const range = this.range();
    const u = this.parameterAt(event);
    if (!item || !range || !(u > range[0] && u < range[1])) return;
    this.editing.do({ command: 'insertKnot', args: { item, u } });
    this.choose(u);
  }

  protected evenOut(): void {
    this.editing.doToSelected('evenKnots', {});
  }

  protected setRange(first: number, last: number): void {
    this.editing.doToSelected('setRange', { first, last });
  }

  private slide(u: number, to: number, ends: SlideInput['ends']): void {
    const [item] = this.editing.selection().items;
    if (item) this.hand.feed({ type: 'slide', item, u, to, ends });
  }

  private xOf(u: number): number {
    const [first, last] = this.range() ?? [0, 1];
    return MARGIN + ((u - first) / (last - first)) * (this.width() - 2 * MARGIN);
  }

  private parameterAt(event: MouseEvent): number {
    const left = this.box()?.nativeElement.getBoundingClientRect().left ?? 0;
    const [first, last] = this.range() ?? [0, 1];
    return first + ((event.clientX - left - MARGIN) / (this.width() - 2 * MARGIN)) * (last - first);
  }
}

const shown = (u: number): string => String(Number(u.toPrecision(4)));
