import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type Vector3, withCoordinate } from '@pencil-bend/core';
import { handlesByItem, type Id, itemDescription, type Project } from '@pencil-bend/document';
import { Editing, Joints, LossyPreview, ShownItems } from '../../session';
import { counted } from '../../ui/labels';
import { NumberField } from '../../ui/numberField';
import { PriceBox } from '../price/priceBox';
import { askingSection } from './askingSection';
import { BlendSection } from './blendSection';
import { CornerSection } from './cornerSection';
import { CurveSections } from './curveSections';
import { DragConstraints } from './dragConstraints';
import { GuideSection } from './guideSection';
import { FairingSection } from './fairingSection';
import { GivensSection } from './givensSection';
import { HandleSection } from './handleSection';
import { JoinSelection } from './joinSelection';
import { JointSection } from './jointSection';
import { KeyFigures } from './keyFigures';
import { NoteField } from './noteField';
import { OpenSections } from './openSections';
import { PointSetSection } from './pointSetSection';
import { RestsInMotion } from './restsInMotion';
import { SelectionSection } from './selectionSection';

/** The card of what is selected: a curve, a point, a guide, or several items. */
@Component({
  selector: 'pb-selection-card',
  imports: [
    BlendSection,
    CornerSection,
    CurveSections,
    DragConstraints,
    FairingSection,
    GivensSection,
    GuideSection,
    HandleSection,
    JoinSelection,
    JointSection,
    KeyFigures,
    NoteField,
    NumberField,
    PointSetSection,
    PriceBox,
    SelectionSection,
  ],
  hostDirectives: [RestsInMotion],
  templateUrl: './selectionCard.html',
  styleUrl: './inspector.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SelectionCard {
  protected readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly lossy = inject(LossyPreview);
  private readonly sections = inject(OpenSections);
  private readonly shown = inject(ShownItems);
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  /** A price that no open section of the card shows. */
  protected readonly asked = computed(() => {
    if (this.lossy.offer() === null && this.lossy.busy() === null) return false;
    const section = askingSection(this.lossy.how());
    if (this.mayRun()) return section !== 'fairing';
    return !(section && this.isCurve() && this.several() === null && this.sections.isOpen(section));
  });
  /** Several curves, which may be faired as one. */
  protected readonly mayRun = computed(() => {
    const { items } = this.editing.selection();
    return items.length > 1 && items.every((id) => this.editing.project()?.items[id]?.kind === 'curve');
  });

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
  /** A curve that is made between two others. */
  protected readonly made = computed(() => {
    const item = this.editing.project()?.items[this.editing.selection().items[0]];
    return item?.kind === 'curve' && (item.recipe.kind === 'blend' || item.recipe.kind === 'corner')
      ? item.recipe.kind
      : null;
  });
  protected readonly isGuide = computed(() => this.shown.selected()?.item.kind === 'guide');
  protected readonly isPointSet = computed(() => this.shown.selected()?.item.kind === 'pointSet');
  /** A joint in hand has the card to itself. */
  protected readonly isJoint = computed(() => this.joints.selected() !== null);
  protected readonly hasHandles = computed(() => this.editing.selection().handles.length > 0);

  protected readonly kind = computed(() => {
    const item = this.shown.selected()?.item;
    if (!item) return '';
    return (madeFrom(this.editing.project(), this.editing.selection().items[0]) ?? '') + itemDescription(item);
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

/** 'Mirror of Lid: ', 'Blend from Lid to Rim: ', of a curve that is made from others. */
function madeFrom(project: Project | null, id: Id): string | null {
  const item = project?.items[id];
  if (!project || item?.kind !== 'curve') return null;
  const { recipe } = item;
  const nameOf = (each: Id): string => project.items[each]?.name ?? '';
  switch (recipe.kind) {
    case 'mirror':
      return `Mirror of ${nameOf(recipe.of)}: `;
    case 'blend':
      return `Blend from ${nameOf(recipe.first.item)} to ${nameOf(recipe.second.item)}: `;
    case 'corner':
      return `Soft corner of ${nameOf(recipe.first.item)} and ${nameOf(recipe.second.item)}: `;
    default:
      return null;
  }
}
