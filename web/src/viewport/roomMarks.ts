import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { Editing, FairingChoice, LossyPreview, Refits } from '../session';
import { toleranceInWords } from '../ui/length';
import { isSeen, toPixel, type Viewport } from '../view/viewport';
import { apart } from './apart';

/** A drag by so many pixels doubles the tolerance of a point. */
const DOUBLES = 40;
/** A key makes it so much larger. */
const STEP = 1.1;
/** It is given in so many digits. */
const DIGITS = 2;
/** The room that a mark takes, in pixels. */
const [WIDTH, HEIGHT] = [56, 20];

/**
 * Where a little more room would help fairing most, with what it would gain: drawn up or down, a mark gives its control
 * point a tolerance of its own.
 */
@Component({
  selector: 'pb-room-marks',
  imports: [Tooltip],
  template: `
    @for (mark of marks(); track mark.index) {
      <button
        type="button"
        role="slider"
        class="number"
        [style.left.px]="mark.x"
        [style.top.px]="mark.y"
        [class.own]="mark.isOwn"
        [attr.aria-label]="'Tolerance of control point ' + (mark.index + 1)"
        [attr.aria-valuenow]="mark.tolerance"
        [attr.aria-valuetext]="mark.tip"
        [pTooltip]="mark.tip"
        tooltipPosition="top"
        (pointerdown)="press($event, mark)"
        (pointermove)="move($event)"
        (pointerup)="release($event)"
        (pointercancel)="release($event)"
        (keydown)="key($event, mark)"
      >
        {{ mark.text }}
      </button>
    }
  `,
  styles: `
    button {
      position: absolute;
      padding: 1px 6px;
      border: 1px solid var(--ochre);
      border-radius: 9px;
      background: var(--paper);
      color: var(--ochre);
      font-size: 11px;
      cursor: ns-resize;
      touch-action: none;
      transform: translate(12px, -24px);
    }
    .own {
      background: var(--ochre);
      color: var(--paper);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoomMarks {
  private readonly choice = inject(FairingChoice);
  private readonly editing = inject(Editing);
  private readonly lossy = inject(LossyPreview);
  private readonly refits = inject(Refits);
  readonly viewport = input.required<Viewport>();
  private begun: { readonly index: number; readonly y: number; readonly tolerance: number } | null = null;

  protected readonly marks = computed(() => {
    const units = this.editing.project()?.units ?? 'mm';
    const viewport = this.viewport();
    const own = this.choice.own();
    const marks = (this.lossy.offer()?.notes.room ?? [])
      .filter(({ at }) => isSeen(viewport, at))
      .map(({ index, at, gain }) => {
        const [x, y] = toPixel(viewport, at);
        const tolerance = own[index] ?? this.choice.tolerance();
        const isOwn = own[index] !== undefined;
        const percent = `${Math.max(1, Math.round(100 * gain))} %`;
        const text = isOwn ? toleranceInWords(tolerance, units) : `−${percent}`;
        const tip = isOwn
          ? `${toleranceInWords(tolerance, units)} here; drag up or down, Del takes it back`
          : `Half as much room again here would take away about ${percent} of the variation: drag up`;
        return { index, x, y, tolerance, isOwn, text, tip };
      });
    // Of neighbours the one that helps most is told, and each that was given room of its own. They keep their order: a
    // mark that is being drawn would be let go if it went to another place among them.
    const legible = apart([...marks.filter(({ isOwn }) => isOwn), ...marks], WIDTH, HEIGHT);
    return marks.filter((mark) => mark.isOwn || legible.has(mark));
  });

  protected press(
    event: PointerEvent,
    { index, tolerance }: { readonly index: number; readonly tolerance: number },
  ): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    (event.target as Element).setPointerCapture(event.pointerId);
    this.begun = { index, y: event.clientY, tolerance };
  }

  protected move(event: PointerEvent): void {
    const { begun } = this;
    if (!begun) return;
    this.give(begun.index, begun.tolerance * 2 ** ((begun.y - event.clientY) / DOUBLES));
    this.refits.preview();
  }

  protected release(event: PointerEvent): void {
    event.stopPropagation();
    if (this.begun) this.refits.fair();
    this.begun = null;
  }

  protected key(
    event: KeyboardEvent,
    { index, tolerance }: { readonly index: number; readonly tolerance: number },
  ): void {
    if (event.key === 'ArrowUp') this.give(index, tolerance * STEP);
    else if (event.key === 'ArrowDown') this.give(index, tolerance / STEP);
    else if (event.key === 'Delete') this.choice.giveOwn(index, null);
    else return;
    event.preventDefault();
    event.stopPropagation();
    this.refits.fair();
  }

  private give(index: number, tolerance: number): void {
    this.choice.giveOwn(index, Number(tolerance.toPrecision(DIGITS)));
  }
}
