import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  untracked,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Delimiter, Encoding, PointLayout, PointUnit } from '@pencil-bend/exchange';
import { ButtonDirective } from 'primeng/button';
import { ProgressBar } from 'primeng/progressbar';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import { Tooltip } from 'primeng/tooltip';
import { MOST_TAKEN_AS, PointImport, type TakenAs, TryFits, Viewports } from '../../session';
import { FramedButton, QuietButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Icon } from '../../ui/icon';
import { NumberField } from '../../ui/numberField';
import { passedOverInWords } from '../../view/tableWords';
import { type ColumnRole, roleOf, withRole } from './columnRoles';

const DELIMITERS: readonly ChoiceOption<Delimiter>[] = [
  { value: '\t', label: 'tab' },
  { value: ';', label: ';', name: 'semicolon' },
  { value: ',', label: ',', name: 'comma' },
  { value: ' ', label: 'blank' },
];
const DECIMALS: readonly ChoiceOption<'.' | ','>[] = [
  { value: '.', label: '1.5', name: 'decimal point' },
  { value: ',', label: '1,5', name: 'decimal comma' },
];
const UNITS = (['mm', 'cm', 'm', 'µm', 'in'] as const satisfies readonly PointUnit[]).map((unit) => ({
  value: unit,
  label: unit,
}));
const ENCODINGS: readonly ChoiceOption<Encoding>[] = [
  { value: 'utf-8', label: 'UTF-8' },
  { value: 'windows-1252', label: 'Windows-1252' },
  { value: 'utf-16le', label: 'UTF-16 LE' },
  { value: 'utf-16be', label: 'UTF-16 BE' },
];
const ROLES: readonly { readonly value: ColumnRole | null; readonly label: string }[] = [
  { value: 'x', label: 'x' },
  { value: 'y', label: 'y' },
  { value: 'z', label: 'z' },
  { value: 'name', label: 'name' },
  { value: null, label: '–' },
];
/** What points can be taken in as, with the word for why too many cannot. */
const TAKEN_AS: readonly (ChoiceOption<TakenAs> & { readonly few?: string })[] = [
  { value: 'measured-set', label: 'Measured set', tip: 'One item, to work to: snaps catch its points' },
  { value: 'point', label: 'Points', tip: 'Each an item of its own', few: 'items of their own' },
  { value: 'curve', label: 'Curve', tip: 'Through the points, in their order', few: 'curve through them' },
];

/** A table of points before it is taken in: how it is read, all of which can be changed; its points are on the sheet. */
@Component({
  selector: 'pb-coming-points-panel',
  imports: [
    ButtonDirective,
    Choice,
    FormsModule,
    FramedButton,
    Icon,
    NumberField,
    ProgressBar,
    QuietButton,
    Select,
    TableModule,
    Tooltip,
  ],
  templateUrl: './comingPointsPanel.html',
  styleUrls: ['../lowerPanel.css', './comingPointsPanel.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'region', 'aria-label': 'Points to bring in', '(keydown.escape)': 'close($event)' },
})
export class ComingPointsPanel {
  protected readonly points = inject(PointImport);
  private readonly fits = inject(TryFits);
  private readonly viewports = inject(Viewports);
  private readonly host: ElementRef<HTMLElement> = inject(ElementRef);
  private readonly takeButton = viewChild<unknown, ElementRef<HTMLElement>>('takes', { read: ElementRef });
  /** Where the sheet was looked at before. */
  private readonly before = this.viewports.viewport();
  protected readonly delimiters = DELIMITERS;
  protected readonly decimals = DECIMALS;
  protected readonly units = UNITS;
  protected readonly encodings = [...ENCODINGS];
  protected readonly roles = [...ROLES];
  protected readonly takenAs = computed(() => TAKEN_AS.filter(({ value }) => this.points.mayBe(value)));
  protected readonly mostTried = MOST_TAKEN_AS.curve;

  protected readonly table = computed(() => this.points.coming()?.table ?? null);
  protected readonly layout = computed(() => this.table()?.layout ?? null);
  protected readonly count = computed(() => (this.table()?.points.length ?? 0) / 3);
  protected readonly title = computed(() => {
    const coming = this.points.coming();
    if (!coming?.table) return coming?.name ?? '';
    const count = this.count();
    return `${coming.name}: ${count.toLocaleString('en')} ${count === 1 ? 'point' : 'points'}`;
  });
  /** What is to be looked at twice. */
  protected readonly remarks = computed(() => {
    const table = this.table();
    if (!table) return [];
    const { problem, skipped, likeThousands } = table;
    return [
      ...(problem ? [problem] : []),
      ...(likeThousands ? [`${likeThousands} is read as ${likeThousands.replace(',', '.')}`] : []),
      ...(skipped.count > 0 && !problem ? [passedOverInWords(skipped)] : []),
      ...TAKEN_AS.filter(({ value }) => !this.points.mayBe(value)).map(
        ({ value, few }) => `More than ${MOST_TAKEN_AS[value].toLocaleString('en')} are no ${few}`,
      ),
    ];
  });
  protected readonly columns = computed(() => {
    const [table, layout] = [this.table(), this.layout()];
    if (!table || !layout) return [];
    const width = Math.max(2, ...table.sample.map(({ cells }) => cells.length));
    return Array.from({ length: width }, (_, column) => ({ column, role: roleOf(layout.columns, column) }));
  });
  protected readonly rows = computed(() => [...(this.table()?.sample ?? [])]);

  constructor() {
    // However they are read, they are seen above the panel.
    effect(() => {
      const points = this.points.shown()?.points;
      const button = this.takeButton()?.nativeElement;
      if (points && button) untracked(() => this.show(points, button));
    });
  }

  private isShown = false;
  private show(points: Float64Array, button: HTMLElement): void {
    this.viewports.showAbove(points, this.host.nativeElement.offsetHeight);
    if (!this.isShown) button.focus();
    this.isShown = true;
  }

  protected change(change: Partial<PointLayout>): void {
    const given = this.points.coming()?.given ?? {};
    void this.points.readAs({ ...given, ...change });
  }

  /** With other cells, columns and the first line are found anew. */
  protected part(change: Pick<PointLayout, 'delimiter'> | Pick<PointLayout, 'decimal'>): void {
    const { columns: _columns, firstLine: _firstLine, ...given } = this.points.coming()?.given ?? {};
    void this.points.readAs({ ...given, ...change });
  }

  protected setRole(column: number, role: ColumnRole | null): void {
    const layout = this.layout();
    const columns = layout && withRole(layout.columns, column, role, this.columns().length);
    if (columns) this.change({ columns });
  }

  protected async take(): Promise<void> {
    await this.points.take();
  }

  protected async takeAndTry(): Promise<void> {
    if (await this.points.take()) this.fits.open();
  }

  protected close(event?: Event): void {
    event?.stopPropagation();
    this.points.close();
    this.viewports.glide(this.before);
  }
}
