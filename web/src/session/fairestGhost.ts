import { computed, inject, Injectable, signal } from '@angular/core';
import { type Curve, distinctOf, evaluate, domainOf, type Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { Editing } from './editing';
import { ironOptions } from './fairOptions';
import { FairingChoice } from './fairingChoice';
import { wholeCurve } from './lossyPreview';
import { ReadingKernel } from './readingKernel';
import { Readings } from './readings';

/** The fairest curve near another, as it is seen beside it. */
export interface Fairest {
  readonly curve: Curve;
  /** How rough the curve itself is beside it; null where that takes too long while the pointer moves. */
  readonly roughness: number | null;
  /** Where that is said. */
  readonly at: Vector3;
  /** A drag has left the tolerance: what the curve was at its start is no measure any longer. */
  readonly isFar: boolean;
}

/** The roughness of curves of more control points is told where they rest. */
const MOST_AT_ONCE = 60;

/** Beside the selected curve the fairest one within the tolerance of the sheet, on request, also while it is bent. */
@Injectable()
export class FairestGhost {
  private readonly choice = inject(FairingChoice);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly readings = inject(Readings);
  readonly isOn = signal(false);

  private readonly tolerance = computed(() => this.editing.project()?.tolerance ?? 0.01);

  /** The curve as it is kept, and how dear moving is against jerk then: that is not looked for again in a drag. */
  private readonly kept = computed(() => {
    const [item] = this.editing.selection().items;
    const project = this.editing.project();
    const functions = this.kernel.functions();
    if (!this.isOn() || !project || !item || !functions) return null;
    const curve = wholeCurve(project, item);
    const { start, end } = this.choice.levels();
    const options = curve && ironOptions(project, item as Id, curve, start, end);
    return curve && options && { curve, options, preview: functions.fairPreview(curve, this.tolerance(), options) };
  });

  readonly shown = computed((): Fairest | null => {
    const kept = this.kept();
    const functions = this.kernel.functions();
    const now = this.readings.curve();
    if (!kept || !functions || !now || distinctOf(now) !== distinctOf(kept.curve)) return null;
    const isKept = now === kept.curve;
    const { weight } = kept.preview;
    const { curve } = isKept
      ? kept.preview
      : functions.fairPreview(now, this.tolerance(), { ...kept.options, ...(weight !== null && { weight }) });
    const [first, last] = domainOf(now);
    const isTold = isKept || distinctOf(now) <= MOST_AT_ONCE;
    return {
      curve,
      roughness: isTold ? functions.energies(now).fairness / functions.energies(curve).fairness : null,
      at: evaluate(now, (first + last) / 2),
      isFar: !isKept && farthestMove(kept.curve, now) > this.tolerance(),
    };
  });
}

/** How far the control point that moved most did, in mm. */
function farthestMove(before: Curve, now: Curve): number {
  let most = 0;
  for (let i = 0; i < before.points.length; i += 4) {
    const [w, v] = [before.points[i + 3], now.points[i + 3]];
    const off = [0, 1, 2].map((c) => now.points[i + c] / v - before.points[i + c] / w);
    most = Math.max(most, Math.hypot(...off));
  }
  return most;
}
