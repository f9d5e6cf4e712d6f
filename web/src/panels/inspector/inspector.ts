import { ToolView } from '../../session/toolView';
import { Editing } from '../../session/editing';
import { LossyPreview } from '../../session/lossyPreview';
import { ToolInHand } from '../../session/toolInHand';
import { ShownItems } from '../../session/shownItems';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type Vector3, withCoordinate } from '@pencil-bend/core';
import { Accordion, AccordionContent, AccordionHeader, AccordionPanel } from 'primeng/accordion';
import { ButtonDirective } from 'primeng/button';
import { NumberField } from '../../ui/numberField';
import { PriceBox } from '../price/priceBox';
import { PointsTable } from './pointsTable';
import { fitPointsOf, isClosed, type Project, type Id } from '@pencil-bend/document';
import { CombControls } from './combControls';
import { CurveFacts } from './curveFacts';
import { DragConstraints } from './dragConstraints';
import { Icon } from '../../ui/icon';
import { NotLoaded } from '../../ui/notLoaded';
import { heldPoints } from './held';
import { KeyFigures } from './keyFigures';
import { LookSection } from './lookSection';
import { OpenSections, type Section, SECTIONS } from './openSections';
import { GuideSection } from './guideSection';
import { HandleSection } from './handleSection';
import { RefitSection } from './refitSection';
import { SelectionSection } from './selectionSection';
import { SetUpSection } from './setUpSection';
import { ToolSection } from './toolSection';
import { TraceSection } from './traceSection';

/** The panel of what is selected: its facts, the handle in hand, its points as numbers, and how its comb is shown. */
@Component({
  selector: 'pb-inspector',
  imports: [
    Accordion,
    AccordionContent,
    AccordionHeader,
    AccordionPanel,
    ButtonDirective,
    Icon,
    KeyFigures,
    LookSection,
    NotLoaded,
    CombControls,
    CurveFacts,
    DragConstraints,
    GuideSection,
    HandleSection,
    RefitSection,
    NumberField,
    PointsTable,
    PriceBox,
    SelectionSection,
    SetUpSection,
    ToolSection,
    TraceSection,
  ],
  templateUrl: './inspector.html',
  styleUrl: './inspector.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Inspector {
  protected readonly editing = inject(Editing);
  protected readonly toolView = inject(ToolView);
  protected readonly lossy = inject(LossyPreview);
  protected readonly hand = inject(ToolInHand);
  protected readonly shown = inject(ShownItems);
  protected readonly sections = inject(OpenSections);
  protected readonly ofCurve = Object.entries(SECTIONS).map(([name, label]) => ({ name: name as Section, label }));
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly asked = computed(() => this.lossy.offer() !== null || this.lossy.busy() !== null);

  /** How many items are selected, when it is more than one. */
  protected readonly several = computed(() => {
    const count = this.editing.selection().items.length;
    return count > 1 ? count : null;
  });

  protected readonly kind = computed(() => {
    const item = this.shown.selected()?.item;
    if (item?.kind === 'guide')
      return item.guide.kind === 'circle'
        ? 'Gauge circle'
        : item.guide.symmetry
          ? 'Symmetry line'
          : 'Construction line';
    if (item?.kind !== 'curve') return 'A point of its own';
    const drawn = fitPointsOf(item.recipe).length > 0 ? 'Through points' : 'By control points';
    const symmetric = item.recipe.kind === 'fit' && item.recipe.symmetry ? ', its own mirror' : '';
    const original = originalName(this.editing.project(), this.editing.selection().items[0]);
    return `${original ? `Mirror of ${original}: ` : ''}${drawn}, ${isClosed(item.recipe) ? 'closed' : 'open'}${symmetric}`;
  });

  /** How many points of the selected curve have something held, for one glance. */
  protected readonly held = computed(() => {
    const item = this.shown.selected()?.item;
    const count = item?.kind === 'curve' ? heldPoints(item.recipe).size : 0;
    return count > 0 ? `${count} held` : null;
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
