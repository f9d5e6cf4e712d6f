import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { fromPlane } from '@pencil-bend/core';
import { ShownItems } from '../session';
import { boxOf } from '../view/itemIndex';
import { toPixel, type Viewport } from '../view/viewport';
import { apart } from './apart';

/** Names stand so far under what they name, in pixels. */
const UNDER = 16;
/** The room that a name takes: most are shorter. */
const [WIDTH, HEIGHT] = [84, 15];

/** Names under curves, guides, points and measured sets; one that would lie on another is left out. */
@Component({
  selector: 'svg:g[pbNameLayer]',
  template: `
    @for (name of names(); track name.id) {
      <svg:text [class.faint]="name.faint" [attr.x]="name.x" [attr.y]="name.y">{{ name.text }}</svg:text>
    }
  `,
  styles: `
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 3;
      paint-order: stroke;
      font: 11px var(--sans, inherit);
      text-anchor: middle;
      pointer-events: none;
    }
    .faint {
      fill: var(--quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NameLayer {
  private readonly shown = inject(ShownItems);
  readonly viewport = input.required<Viewport>();

  protected readonly names = computed(() => {
    const viewport = this.viewport();
    const labels = this.shown.all().flatMap((shown) => {
      const [left, bottom, right] = boxOf(shown, viewport.plane);
      if (left > right) return [];
      const [x, y] = toPixel(viewport, fromPlane(viewport.plane, [(left + right) / 2, bottom, 0]));
      const isSeen = x >= 0 && y >= 0 && x <= viewport.width && y <= viewport.height;
      return isSeen ? [{ id: shown.id, text: shown.item.name, faint: shown.faint, x, y: y + UNDER }] : [];
    });
    return [...apart(labels, WIDTH, HEIGHT)];
  });
}
