import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Id } from '@pencil-bend/document';
import type { CurveForm, ExportFormat, PaperSize } from '@pencil-bend/exchange';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { ProgressBar } from 'primeng/progressbar';
import { TableModule } from 'primeng/table';
import { Tooltip } from 'primeng/tooltip';
import type { HandOverSettings } from '../../api/savedView';
import { Editing, HandOver, ShownItems, Viewports } from '../../session';
import { LinkButton, QuietButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Icon } from '../../ui/icon';
import { counted } from '../../ui/labels';
import { UNIT, type Units } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';
import { cornersSeen } from '../../view/cornersSeen';
import { type ExportRow, exportRows } from './exportRows';
import { FORMATS_SHOWN } from './formats';
import { sizeInWords } from './sizeInWords';

const UNITS = (Object.keys(UNIT) as Units[]).map((unit) => ({ value: unit, label: unit }));
const FORMS: readonly ChoiceOption<CurveForm>[] = [
  { value: 'as-drawn', label: 'as drawn', tip: 'Exact wherever the format can hold it' },
  { value: 'arcs-and-lines', label: 'arcs and lines', tip: 'For those who cannot read curves' },
  { value: 'polylines', label: 'polylines', tip: 'Straight pieces only' },
];
const PAPERS: readonly ChoiceOption<PaperSize>[] = [
  { value: 'one', label: 'one sheet' },
  { value: 'a4', label: 'A4 tiles' },
  { value: 'a3', label: 'A3 tiles' },
];
const DECIMALS: readonly ChoiceOption<'.' | ','>[] = [
  { value: '.', label: '1.5', name: 'decimal point' },
  { value: ',', label: '1,5', name: 'decimal comma' },
];
/** How the drawing is handed over, and what goes exactly, at what price, or not at all: seen before it is saved. */
@Component({
  selector: 'pb-hand-over-panel',
  imports: [
    ButtonDirective,
    Checkbox,
    Choice,
    FormsModule,
    Icon,
    LinkButton,
    NumberField,
    ProgressBar,
    QuietButton,
    Switch,
    TableModule,
    Tooltip,
  ],
  templateUrl: './handOverPanel.html',
  styleUrls: ['../lowerPanel.css', './exchangePanel.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'region', 'aria-label': 'Hand over', '(keydown.escape)': 'close($event)' },
})
export class HandOverPanel {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);
  private readonly viewports = inject(Viewports);
  protected readonly handOver = inject(HandOver);
  /** Where the sheet was looked at before. */
  private readonly before = this.viewports.viewport();
  protected readonly units = UNITS;
  protected readonly forms = FORMS;
  protected readonly papers = PAPERS;
  protected readonly decimals = DECIMALS;
  protected readonly settings = this.handOver.settings;
  protected readonly sheetUnits = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly layers = computed(() => {
    const project = this.editing.project();
    return project?.layerOrder.map((id) => ({ id, name: project.layers[id].name })) ?? [];
  });
  protected readonly which = computed((): ChoiceOption<HandOverSettings['which']>[] => {
    const count = this.editing.selection().items.length;
    return [
      { value: 'selected', label: count > 0 ? `selected (${count})` : 'selected' },
      { value: 'layers', label: 'layers' },
      { value: 'all', label: 'all' },
    ];
  });

  private readonly chosen = signal<ExportFormat | null>(null);
  /** The format whose list is read: the one that was chosen last, as long as it is made. */
  protected readonly read = computed((): ExportFormat | null => {
    const { formats } = this.settings();
    const chosen = this.chosen();
    return chosen && formats.includes(chosen) ? chosen : (formats.at(0) ?? null);
  });
  protected readonly formats = computed(() =>
    FORMATS_SHOWN.map(({ format, ...shown }) => {
      const file = this.handOver.made()?.files.get(format);
      const isOn = this.settings().formats.includes(format);
      return {
        format,
        ...shown,
        isOn,
        size: isOn && file?.ok ? sizeInWords(file.value.bytes.length) : '',
        isRefused: isOn && file?.ok === false,
      };
    }),
  );
  protected readonly rows = computed((): ExportRow[] => {
    const [read, made] = [this.read(), this.handOver.made()];
    const file = read && made?.files.get(read);
    return file?.ok && made ? exportRows(file.value.report, made.standIns, this.sheetUnits()) : [];
  });
  protected readonly readLabel = computed(
    () => FORMATS_SHOWN.find(({ format }) => format === this.read())?.label ?? '',
  );
  protected readonly refused = computed(() => {
    const read = this.read();
    const file = read && this.handOver.made()?.files.get(read);
    return file && !file.ok ? file.failure : null;
  });
  protected readonly hasTolerance = computed(() => {
    const { form, formats } = this.settings();
    return form !== 'as-drawn' || formats.some((format) => ['svg', 'pdf', 'machine'].includes(format));
  });
  protected readonly saved = computed(() => {
    const files = [...(this.handOver.made()?.files.values() ?? [])].filter(({ ok }) => ok).length;
    return { files, label: files > 1 ? `Save ${files} files` : 'Save' };
  });
  protected readonly status = computed(() => {
    const making = this.handOver.making();
    switch (making.state) {
      case 'nothing':
        return `Nothing to save yet: ${making.why}.`;
      case 'failed':
        return `They could not be made: ${making.why}.`;
      case 'stopped':
        return 'Stopped: nothing was made.';
      case 'making':
        return 'Being made …';
      case 'made':
        return '';
    }
  });
  protected readonly isMade = computed(() => this.handOver.making().state === 'made');
  protected readonly share = computed(() => {
    const making = this.handOver.making();
    return making.state === 'making' ? (making.share ?? 0) : null;
  });
  protected readonly title = computed(() => {
    const { project } = this.editing;
    const items = Object.keys(project()?.items ?? {}).length;
    return `${project()?.name ?? ''}: ${counted(items, 'item', 'items')}`;
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const show = () => {
      const corners = cornersSeen(this.shown.all(), this.viewports.viewport().plane);
      this.viewports.showAbove(Float64Array.from(corners.flat()), host.offsetHeight);
    };
    afterNextRender({ read: show });
  }

  protected has(format: ExportFormat): boolean {
    return this.settings().formats.includes(format);
  }

  protected choose(format: ExportFormat, on: boolean): void {
    const rest = this.settings().formats.filter((each) => each !== format);
    this.handOver.set({ formats: on ? [...rest, format] : rest });
    if (on) this.chosen.set(format);
  }

  protected readList(format: ExportFormat): void {
    if (this.has(format)) this.chosen.set(format);
  }

  protected chooseLayer(id: Id, on: boolean): void {
    const rest = this.settings().layers.filter((each) => each !== id);
    this.handOver.set({ layers: on ? [...rest, id] : rest });
  }

  protected setMachine(machine: Partial<HandOverSettings['machine']>): void {
    this.handOver.set({ machine: { ...this.settings().machine, ...machine } });
  }

  protected point(row: ExportRow | null): void {
    this.handOver.pointed.set(row?.standIn ?? null);
    this.handOver.pointedPlace.set(row?.at ?? null);
  }

  protected goTo({ at }: ExportRow): void {
    if (at) this.viewports.goTo([at]);
  }

  protected close(event?: Event): void {
    event?.stopPropagation();
    this.handOver.toggle();
    this.viewports.glide(this.before);
  }
}
