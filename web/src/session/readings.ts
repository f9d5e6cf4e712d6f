import { ToolView } from './toolView';
import { computed, inject, Injectable, signal } from '@angular/core';
import {
  along,
  type ArcLength,
  arcLength,
  type Curve,
  curvatureAt,
  evaluate,
  frameAt,
  lengthAt,
  parameterAt,
  type Vector3,
} from '@pencil-bend/core';
import { type Id, resolveRecipe, shownCurve } from '@pencil-bend/document';
import { curveNormal } from '../view/curveNormal';
import { curveReading, type CurveReading } from '../view/curveReading';
import { Editing } from './editing';
import { ShownItems } from './shownItems';
import type { ShownItem } from '../view/shownItem';

/** What is seen at the shared cursor of sheet and graph. */
export interface CursorReading {
  readonly s: number;
  readonly at: Vector3;
  readonly kappa: number;
  /** Of the circle of curvature; null where the curve is straight. */
  readonly centre: Vector3 | null;
}

/** What is read off the curves as they are this instant. */
@Injectable()
export class Readings {
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly shown = inject(ShownItems);

  /** Length along the read curve at the pointer, on the sheet or on the graph; null when it is elsewhere. */
  readonly cursor = signal<number | null>(null);

  /** The selected curve as it is kept, whatever a drag does. */
  readonly keptCurve = computed((): Curve | null => {
    const [item] = this.editing.selection().items;
    const recipe = item ? this.editing.recipeOf(item) : null;
    const resolved = recipe && resolveRecipe(recipe);
    return recipe && resolved?.ok ? shownCurve(recipe) : null;
  });

  /** The curve whose comb and graph are shown: the one being made, else the selected one. */
  readonly curve = computed(() =>
    this.toolView.reads() === 'preview' ? this.shown.drawing() : (this.shown.selected()?.curve ?? null),
  );

  /** The normal that gives its curvature its sign; null for a curve that leaves its plane. */
  readonly normal = computed(
    (): Vector3 | null => {
      const item = this.toolView.reads() === 'preview' ? null : this.shown.selected()?.item;
      return curveNormal(this.editing.project(), item?.plane ?? null, this.curve());
    },
    { equal: (a, b) => a?.join() === b?.join() },
  );

  /** The reading of that curve. */
  readonly reading = computed((): CurveReading | null => {
    const curve = this.curve();
    return curve && curveReading(curve, this.normal(), this.isResting(curve));
  });

  private readonly measured = computed((): ArcLength | null => {
    const curve = this.curve();
    return curve && arcLength(curve);
  });

  /** The parameter at the shared cursor; null when it is elsewhere. */
  readonly cursorParameter = computed((): number | null => {
    const s = this.cursor();
    const measured = s === null ? null : this.measured();
    return s === null || !measured ? null : parameterAt(measured, Math.min(measured.total, Math.max(0, s)));
  });

  readonly atCursor = computed((): CursorReading | null => {
    const s = this.cursor();
    const u = this.cursorParameter();
    const curve = this.curve();
    if (s === null || u === null || !curve) return null;
    const frame = frameAt(curve, u);
    const centre = frame && frame.kappa > 0 ? along(frame.point, frame.curvature, 1 / frame.kappa ** 2) : null;
    return { s, at: evaluate(curve, u), kappa: curvatureAt(curve, u, this.normal()).kappa, centre };
  });

  /** The readings of items, each by its id: of those that are no shown curves none. */
  of(ids: readonly Id[]): ReadonlyMap<Id, CurveReading> {
    const wanted = new Set(ids);
    return new Map(
      this.shown.all().flatMap((each) => {
        const { id, curve } = each;
        if (!curve || !wanted.has(id)) return [];
        return [[id, curveReading(curve, this.normalOf(each), this.isResting(curve))]];
      }),
    );
  }

  /** Puts the shared cursor at a parameter of the read curve. */
  pointAt(u: number | null): void {
    // While there is no cursor nothing is measured for it.
    const measured = u === null ? null : this.measured();
    this.cursor.set(u === null || !measured ? null : lengthAt(measured, u));
  }

  /** The normal that gives the curvature of a shown curve its sign; null for one that leaves its plane. */
  normalOf({ curve, item }: ShownItem): Vector3 | null {
    return curveNormal(this.editing.project(), item.plane, curve);
  }

  isResting(curve: Curve): boolean {
    return !this.shown.inHand().some((each) => each.curve === curve);
  }
}
