import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type Vector3, withCoordinate } from '@pencil-bend/core';
import { handlesByItem, type Id, itemDescription, type Project } from '@pencil-bend/document';
import { Editing, Joints, LossyPreview, ShownItems } from '../../session';
import { counted } from '../../ui/labels';
import { NumberField } from '../../ui/numberField';
import { PriceBox } from '../price/priceBox';
import { CurveSections } from './curveSections';
import { DragConstraints } from './dragConstraints';
import { GuideSection } from './guideSection';
import { GivensSection } from './givensSection';
import { HandleSection } from './handleSection';
import { JointSection } from './jointSection';
import { KeyFigures } from './keyFigures';
import { NoteField } from './noteField';
import { PointSetSection } from './pointSetSection';
import { SelectionSection } from './selectionSection';

/** The card of what is selected: a curve, a point, a guide, or several items. */
@Component({
  selector: 'pb-selection-card',
  imports: [
    CurveSections,
    DragConstraints,
    GivensSection,
    GuideSection,
    HandleSection,
    JointSection,
    KeyFigures,
    NoteField,
    NumberField,
    PointSetSection,
    PriceBox,
    SelectionSection,
  ],
  templateUrl: './selectionCard.html',
  styleUrl: './inspector.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SelectionCard {
  protected readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly lossy = inject(LossyPreview);
  private readonly shown = inject(ShownItems);
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly asked = computed(() => this.lossy.offer() !== null || this.lossy.busy() !== null);

  /** How many items are selected, when it is more than one. */
  protected readonly several = computed(() => {
    const count = this.editing.selection().items.length;
    return count > 1 ? count : null;
  });

  /** How many points of several curves are selected. */
  protected readonly chosen = computed(() => {
    const taken = handlesByItem(this.editing.selection());
    const points = taken.reduce((sum, { handles }) => sum + handles.length, 0);
    return points > 0 ? `${counted(points, 'point', 'points')} of ${counted(taken.length, 'curve', 'curves')}` : null;
  });

  protected readonly name = computed(() => this.shown.selected()?.item.name ?? null);
  /** A curve's card has sections; while its points lie on each other it has nothing to say. */
  protected readonly isCurve = computed(() => (this.shown.selected()?.curve ?? null) !== null);
  /** An exact shape, in what it is given by. */
  protected readonly isExact = computed(() => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' && item.recipe.kind === 'primitive';
  });
  protected readonly isGuide = computed(() => this.shown.selected()?.item.kind === 'guide');
  protected readonly isPointSet = computed(() => this.shown.selected()?.item.kind === 'pointSet');
  /** A joint in hand has the card to itself. */
  protected readonly isJoint = computed(() => this.joints.selected() !== null);
  protected readonly hasHandles = computed(() => this.editing.selection().handles.length > 0);

  protected readonly kind = computed(() => {
    const item = this.shown.selected()?.item;
    if (!item) return '';
    const original = originalName(this.editing.project(), this.editing.selection().items[0]);
    return (original ? `Mirror of ${original}: ` : '') + itemDescription(item);
  });

  /** The selected point of its own. */
  protected readonly point = computed(() => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'point' ? item : null;
  });

  protected place(at: Vector3, axis: number, value: number): void {
    const [item] = this.editing.selection().items;
    const to = withCoordinate(at, axis, value);
    if (item) this.editing.do({ command: 'placePoint', args: { item, to } });
  }
}

/** The name of the curve that an item is the mirror of; null for one of its own. */
function originalName(project: Project | null, id: Id): string | null {
  const item = project?.items[id];
  return project && item?.kind === 'curve' && item.recipe.kind === 'mirror' ? project.items[item.recipe.of].name : null;
}
