import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import { Measurements } from '../session';
import type { Measured } from '../view/measured';
import { toPixel, type Viewport } from '../view/viewport';
import { pathOf } from './handleMarks';

/** Measurements that stand on the sheet, and the one that is being taken. */
@Component({
  selector: 'svg:g[pbMeasurementLayer]',
  template: `
    @for (each of shown(); track each.id) {
      <svg:g [class.taken]="each.isTaken">
        <svg:path class="casing" [attr.d]="each.path" />
        <svg:path [attr.d]="each.path" />
        @for (end of each.ends; track $index) {
          <svg:path class="end" d="M-4 4L4 -4" [attr.transform]="'translate(' + end.x + ' ' + end.y + ')'" />
        }
        <svg:text role="img" [attr.x]="each.x + 8" [attr.y]="each.y - 8">
          <svg:title>{{ each.label }}</svg:title>
          {{ each.value }}
        </svg:text>
      </svg:g>
    }
  `,
  styles: `
    :host {
      pointer-events: none;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .casing {
      stroke: var(--sheet);
      stroke-opacity: 0.7;
      stroke-width: 4;
    }
    .end {
      stroke-width: 2;
    }
    .taken path:not(.casing) {
      stroke: var(--vermilion);
    }
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 4;
      paint-order: stroke;
      font: 600 12px var(--mono);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasurementLayer {
  private readonly measurements = inject(Measurements);
  readonly viewport = input.required<Viewport>();

  protected readonly shown = computed(() => {
    const taken = this.measurements.taken();
    return [
      ...this.measurements.standing().flatMap((each) => this.marked(each, false)),
      ...(taken ? this.marked(taken, true) : []),
    ];
  });

  private marked({ id, value, details, of, at, lines, ends }: Measured, isTaken: boolean) {
    if (!at) return [];
    const pixel = (place: Vector3) => {
      const [x, y] = toPixel(this.viewport(), place);
      return { x, y };
    };
    const path = lines.map((line) => pathOf(line.map(pixel))).join('');
    const label = `${value}, ${of}${details ? `: ${details}` : ''}`;
    return [{ id: isTaken ? 'taken' : id, isTaken, path, ends: ends.map(pixel), value, label, ...pixel(at) }];
  }
}
