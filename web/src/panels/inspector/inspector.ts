import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Editing, Measurements, Opening, ShownItems, ToolInHand, ToolView } from '../../session';
import { NotLoaded } from '../../ui/notLoaded';
import { SmallPicture } from '../../ui/smallPicture';
import { MeasuredPointsSection } from './measuredPointsSection';
import { MeasuredSection } from './measuredSection';
import { SelectionCard } from './selectionCard';
import { SetUpSection } from './setUpSection';
import { ToolCard } from './toolCard';
import { TraceSection } from './traceSection';

/** The panel beside the sheet: the tool in hand, what is selected, or with neither how the sheet is set up. */
@Component({
  selector: 'pb-inspector',
  imports: [
    ButtonDirective,
    MeasuredPointsSection,
    MeasuredSection,
    NotLoaded,
    SelectionCard,
    SetUpSection,
    SmallPicture,
    ToolCard,
    TraceSection,
  ],
  templateUrl: './inspector.html',
  styleUrl: './inspector.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Inspector {
  protected readonly editing = inject(Editing);
  protected readonly opening = inject(Opening);
  protected readonly hand = inject(ToolInHand);
  private readonly measurements = inject(Measurements);
  private readonly shown = inject(ShownItems);
  private readonly toolView = inject(ToolView);
  protected readonly isEmpty = computed(() => this.editing.project()?.itemOrder.length === 0);
  protected readonly isOfTool = computed(() => this.toolView.reads() === 'preview');
  /** Measurements are listed while some are taken, and where nothing else has the card. */
  protected readonly listsMeasurements = computed(
    () => this.toolView.measures() || (this.measurements.isAny() && !this.isOfTool() && !this.hasSelection()),
  );
  protected readonly hasSelection = computed(
    () => this.editing.selection().items.length > 1 || this.shown.selected() !== null,
  );
}
