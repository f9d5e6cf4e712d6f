import { Editing, ShownItems, Target, ToolInHand } from '../../session';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  angleIn,
  breaksOf,
  closestPoint,
  curvatureAt,
  directionIn,
  distance,
  domainOf,
  evaluate,
  withCoordinate,
  type TangentConstraint,
  type Vector3,
} from '@pencil-bend/core';
import {
  type Axis,
  chordAt,
  fitPointsOf,
  pointsWritten,
  type Id,
  legTo,
  heldTangent,
  type Side,
  sideAt,
  SIDES,
  tangentAt,
  tangentOn,
  pointOf,
  pointsOf,
  handlesOn,
} from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Hold } from '../../ui/hold';
import { Icon } from '../../ui/icon';
import { NumberField } from '../../ui/numberField';
import { DirectionLinks } from './directionLinks';
import { FramedButton, LinkButton } from '../../ui/buttons';

const AXES = ['x', 'y', 'z'] as const;
const CORNERS: readonly ChoiceOption<boolean>[] = [
  { value: false, label: 'smooth' },
  { value: true, label: 'kink' },
];
const STRENGTHS: readonly ChoiceOption<boolean>[] = [
  { value: false, label: 'length', tip: 'As a length' },
  { value: true, label: 'ratio', tip: 'As a ratio of the chord' },
];

/** A tangent at a fit point, in numbers. */
interface Tangent {
  /** Of a kink. */
  readonly side: Side | undefined;
  /** The same in words behind 'tangent'. */
  readonly way: string;
  readonly direction: Vector3;
  readonly angle: number;
  readonly mm: number;
  readonly ratio: number;
  readonly held: TangentConstraint | null;
  readonly strong: boolean;
  readonly inRatio: boolean;
}

/** The selected handle in numbers: its place, and what is held at it. */
@Component({
  selector: 'pb-handle-section',
  imports: [DirectionLinks, FramedButton, LinkButton, Choice, Hold, Icon, NumberField, Tooltip],
  templateUrl: './handleSection.html',
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandleSection {
  protected readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  protected readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  protected readonly axes = AXES;
  protected readonly corners = CORNERS;
  protected readonly strengths = STRENGTHS;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  private readonly selectedCurve = computed(() => {
    const item = this.shown.selected()?.item;
    const points = item?.kind === 'curve' ? pointsOf(item.recipe) : null;
    return item?.kind === 'curve' && points ? { recipe: item.recipe, points } : null;
  });
  private readonly handles = computed(() => this.editing.selection().handles);
  protected readonly single = computed(() => (this.handles().length === 1 ? this.handles()[0] : null));
  protected readonly many = computed(() => this.handles().length);

  /** The one selected point, fit or control. */
  protected readonly point = computed(() => {
    const shown = this.selectedCurve();
    const handle = this.single();
    if (!shown || !handle || !('id' in handle)) return null;
    const { points, recipe } = shown;
    const fit = points.fit.findIndex(({ id }) => id === handle.id);
    if (fit >= 0) {
      const [held] = [fitPointsOf(recipe)[fit]];
      return {
        id: handle.id,
        name: `Point ${fit + 1}`,
        at: points.fit[fit].at,
        pinned: held.pinned ?? [],
        fit: held,
        index: fit,
        weight: null,
      };
    }
    const control = points.control.findIndex(({ id }) => id === handle.id);
    // What an exact shape is given by stands above.
    if (control < 0) return null;
    const { at, weight } = points.control[control];
    const own = recipe.kind === 'control' ? recipe.points[control] : null;
    return {
      id: handle.id,
      name: `Control point ${control + 1}`,
      at,
      pinned: own?.pinned ?? [],
      fit: null,
      index: control,
      weight,
    };
  });

  protected readonly isEnd = computed(() => {
    const shown = this.selectedCurve();
    const point = this.point();
    if (!shown || !point?.fit) return false;
    const last = shown.points.fit.length - 1;
    return shown.points.curve.closing === 'open' && (point.index === 0 || point.index === last);
  });

  private readonly plane = computed(() => this.target.planeOf(this.shown.selected()?.item.plane ?? null));

  /** The tangents at the selected fit point as they are, held or not: at a kink one for each side, else one. */
  protected readonly tangents = computed((): readonly Tangent[] => {
    const shown = this.selectedCurve();
    const point = this.point();
    const fit = point?.fit;
    if (!shown || !fit) return [];
    const { recipe } = shown;
    const isKink = sideAt(recipe, fit.id) !== undefined;
    return (isKink ? SIDES : [undefined]).flatMap((side): Tangent[] => {
      try {
        const { direction, mm } = tangentAt(recipe, fit.id, side);
        const held = heldTangent(fit, side ?? 'after') ?? null;
        const way = side ? ` ${side}` : '';
        return [
          {
            side,
            way,
            direction,
            angle: (angleIn(this.plane(), direction) * 180) / Math.PI,
            mm,
            ratio: mm / chordAt(recipe, point.index, side),
            held,
            strong: held?.strength !== undefined,
            inRatio: held?.strength ? 'ratio' in held.strength : false,
          },
        ];
      } catch {
        return [];
      }
    });
  });

  protected readonly radius = computed(() => {
    const shown = this.selectedCurve();
    const point = this.point();
    if (!shown || !point?.fit) return null;
    const { curve } = shown.points;
    const kappa = Math.abs(curvatureAt(curve, closestPoint(curve, point.at).u).kappa);
    const isLive = shown.recipe.kind === 'fit';
    return {
      isLive,
      value: kappa > 1e-9 ? 1 / kappa : null,
      held: (shown.recipe.kind === 'fit' && point.fit.radius) || null,
    };
  });

  protected readonly leg = computed(() => {
    const shown = this.selectedCurve();
    const handle = this.single();
    if (!shown || handle?.kind !== 'leg') return null;
    const { control, curve } = shown.points;
    const [from, to] = [control[handle.index], control[(handle.index + 1) % control.length]];
    const mm = distance(from.at, to.at);
    const [first, last] = domainOf(curve);
    const chord = distance(evaluate(curve, first), evaluate(curve, last));
    // Of the last leg the first of its points moves, so that the curve keeps its end.
    const atEnd = handle.index === control.length - 2;
    return { index: handle.index, from, to, mm, chord, atEnd };
  });

  protected readonly knot = computed(() => {
    const handle = this.single();
    const curve = this.shown.selected()?.curve;
    if (!curve || (handle?.kind !== 'knot' && handle?.kind !== 'on' && handle?.kind !== 'on-tangent')) return null;
    const multiplicity = breaksOf(curve).find(({ u }) => u === handle.u)?.multiplicity ?? 0;
    return { u: handle.u, multiplicity };
  });

  /** The tangent of a curve without fit points at the selected place of it. */
  protected readonly slope = computed(() => {
    const handle = this.single();
    const curve = this.shown.selected()?.curve;
    if (!curve || (handle?.kind !== 'on' && handle?.kind !== 'on-tangent')) return null;
    try {
      const { direction, mm } = tangentOn(curve, handle.u);
      return { u: handle.u, direction, mm, angle: (angleIn(this.plane(), direction) * 180) / Math.PI };
    } catch {
      return null;
    }
  });

  protected turnCurve(angle: number): void {
    const slope = this.slope();
    const direction = directionIn(this.plane(), (angle * Math.PI) / 180);
    if (slope) this.editing.doToSelected('turnAt', { u: slope.u, direction, mm: slope.mm });
  }

  protected stretchCurve(mm: number): void {
    const slope = this.slope();
    if (slope) this.editing.doToSelected('turnAt', { u: slope.u, direction: slope.direction, mm });
  }

  protected place(axis: number, value: number): void {
    const point = this.point();
    if (!point) return;
    const to = withCoordinate(point.at, axis, value);
    this.editing.doToSelected('movePoints', { moves: [{ point: point.id, to }] });
  }

  protected isPinned(axis: number): boolean {
    return this.point()?.pinned.includes(axis as Axis) ?? false;
  }

  protected pin(axis: number, pinned: boolean): void {
    const point = this.point();
    if (point) this.editing.doToSelected('pinPoints', { points: [point.id], axis: axis as Axis, pinned });
  }

  private readonly selectedPoints = computed(() => this.handles().flatMap((handle) => pointOf(handle) ?? []));

  protected areAllPinned(axis: number): boolean {
    const recipe = this.selectedCurve()?.recipe;
    if (!recipe) return false;
    const points = new Map(pointsWritten(recipe).map((each) => [each.id, each]));
    return this.selectedPoints().every((id) => points.get(id)?.pinned?.includes(axis as Axis));
  }

  protected pinAll(axis: number, pinned: boolean): void {
    this.editing.doToSelected('pinPoints', { points: this.selectedPoints(), axis: axis as Axis, pinned });
  }

  protected kink(point: Id, kink: boolean): void {
    this.editing.doToSelected('setKink', { point, kink });
  }

  protected weigh(weight: number): void {
    const point = this.point();
    if (point) this.editing.doToSelected('setWeights', { weights: [{ point: point.id, weight }] });
  }

  protected setTangent({ side }: Tangent, tangent: TangentConstraint | null): void {
    const point = this.point();
    if (point) this.editing.doToSelected('setTangent', { point: point.id, tangent, ...(side && { side }) });
  }

  protected turn(tangent: Tangent, angle: number): void {
    this.setTangent(tangent, { ...tangent.held, direction: directionIn(this.plane(), (angle * Math.PI) / 180) });
  }

  /** To the right or up, or as the tangent points now to the left or down. */
  protected pointAlong(tangent: Tangent, axis: 'x' | 'y'): void {
    const back = tangent.direction[axis === 'x' ? 0 : 1] < 0;
    this.turn(tangent, axis === 'x' ? (back ? 180 : 0) : back ? -90 : 90);
  }

  protected strengthen(tangent: Tangent, value: number, inRatio: boolean): void {
    const { direction } = tangent;
    this.setTangent(tangent, { direction, strength: inRatio ? { ratio: value } : { mm: value } });
  }

  /** The next click gives the direction, of a kink to the tangent that is meant. */
  protected takeDirection({ side }: Tangent): void {
    const [item] = this.editing.selection().items;
    const point = this.point();
    if (side && item && point) {
      this.editing.select(handlesOn(item, [{ kind: 'tangent', id: point.id, side: side === 'after' ? 1 : -1 }]));
    }
    this.hand.feed({ type: 'take', what: 'direction' });
  }

  protected setRadius(radius: number | null): void {
    const point = this.point();
    if (point) this.editing.doToSelected('setRadius', { point: point.id, radius });
  }

  protected makeLive(): void {
    this.editing.doToSelected('makeLive', {});
  }

  protected legLength(mm: number): void {
    const leg = this.leg();
    if (!leg) return;
    const [fixed, moves] = leg.atEnd ? [leg.to, leg.from] : [leg.from, leg.to];
    this.editing.attempt(() =>
      this.editing.doToSelected('movePoints', { moves: [{ point: moves.id, to: legTo(fixed.at, moves.at, mm) }] }),
    );
  }

  protected moveKnot(to: number): void {
    const knot = this.knot();
    if (!knot) return;
    this.editing.doToSelected('moveKnot', { u: knot.u, to });
    const [item] = this.editing.selection().items;
    this.editing.select(handlesOn(item, [{ kind: 'knot', u: to }]));
  }

  protected moreKnots(more: boolean): void {
    const knot = this.knot();
    if (knot) this.editing.doToSelected(more ? 'insertKnot' : 'removeKnot', { u: knot.u });
  }
}
