import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ShownItems } from '../session';
import { edgeShown, flattened, type ShownItem } from '../view/shownItem';
import { toPixel, type Viewport } from '../view/viewport';
import { apart } from './apart';

/** Names stand so far under what they name, or where there is no room over it, in pixels. */
const UNDER = 16;
const OVER = 8;
/** The room that a name takes: so wide at most, and for each of its letters. */
const MOST = 150;
const LETTER = 6;
const HEIGHT = 14;

interface Name {
  readonly id: string;
  readonly text: string;
  readonly faint: boolean;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** Names under curves, guides and points, else over them; one that would lie on another is left out. */
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

  protected readonly names = computed((): readonly Name[] => {
    const viewport = this.viewport();
    const places = this.shown.all().flatMap((shown) => {
      const { left, right, top, bottom } = seenBox(shown, viewport);
      const x = (left + right) / 2;
      const isSeen = x >= 0 && x <= viewport.width && bottom >= 0 && top <= viewport.height;
      const { id, faint } = shown;
      const text = shown.item.name;
      const name = { id, text, faint, x, width: Math.min(MOST, LETTER * text.length) };
      return isSeen ? [{ under: { ...name, y: bottom + UNDER }, over: { ...name, y: top - OVER } }] : [];
    });
    const under = apart(
      places.map((each) => each.under),
      MOST,
      HEIGHT,
    );
    const over = places.flatMap((each) => (under.has(each.under) ? [] : [each.over]));
    return [...apart([...under, ...over], MOST, HEIGHT)];
  });
}

/** The box of an item in pixels; of a curve what is seen of it, not its control points. */
function seenBox(shown: ShownItem, viewport: Viewport) {
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  const edge = edgeShown(shown);
  const points = edge ? flattened(edge, viewport.scale).points : (shown.at ?? []);
  for (let i = 0; i < points.length; i += 3) {
    const [x, y] = toPixel(viewport, [points[i], points[i + 1], points[i + 2]]);
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  }
  return { left, right, top, bottom };
}
