import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Accordion, AccordionContent, AccordionHeader, AccordionPanel } from 'primeng/accordion';
import { isFree } from '@pencil-bend/document';
import { Editing, ShownItems } from '../../session';
import { Icon } from '../../ui/icon';
import { CombControls } from './combControls';
import { CurveFacts } from './curveFacts';
import { DragConstraints } from './dragConstraints';
import { FairingSection } from './fairingSection';
import { HandleSection } from './handleSection';
import { JointsSection } from './jointsSection';
import { heldPoints } from './held';
import { LookSection } from './lookSection';
import { OpenSections, type Section, SECTIONS } from './openSections';
import { MarksSection } from './marksSection';
import { PointsTable } from './pointsTable';
import { ReadingSection } from './readingSection';
import { RefitSection } from './refitSection';
import { SelectionSection } from './selectionSection';

const ALL = Object.entries(SECTIONS).map(([name, label]) => ({ name: name as Section, label }));

/**
 * The card of a curve, in sections. Nothing that a drag moves is read here, but in the parts: a check of an accordion
 * costs more than a curve.
 */
@Component({
  selector: 'pb-curve-sections',
  imports: [
    Accordion,
    AccordionContent,
    AccordionHeader,
    AccordionPanel,
    CombControls,
    CurveFacts,
    DragConstraints,
    FairingSection,
    HandleSection,
    Icon,
    JointsSection,
    LookSection,
    MarksSection,
    PointsTable,
    ReadingSection,
    RefitSection,
    SelectionSection,
  ],
  templateUrl: './curveSections.html',
  styleUrl: './curveSections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveSections {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);
  protected readonly sections = inject(OpenSections);
  private readonly isGiven = computed(() => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' && !isFree(item.recipe);
  });
  /** An exact shape has its places above, and no points of its own. */
  protected readonly all = computed(() => (this.isGiven() ? ALL.filter(({ name }) => name !== 'points') : ALL));
  protected readonly hasHandles = computed(() => this.editing.selection().handles.length > 0);

  /** How many points of the selected curve have something held, for one glance. */
  protected readonly held = computed(() => {
    const item = this.shown.selected()?.item;
    const count = item?.kind === 'curve' ? heldPoints(item.recipe).size : 0;
    return count > 0 ? `${count} held` : null;
  });
}
