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
import { controlPointsOf, type Vector3 } from '@pencil-bend/core';
import type { FileUnit, ImportFormat } from '@pencil-bend/exchange';
import { ButtonDirective } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { ProgressBar } from 'primeng/progressbar';
import { TableModule } from 'primeng/table';
import { Tooltip } from 'primeng/tooltip';
import { BringIn, Editing, layerOf, MANY_CURVES, Target, Viewports } from '../../session';
import { LinkButton, QuietButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Icon } from '../../ui/icon';
import { counted } from '../../ui/labels';
import { NumberField } from '../../ui/numberField';
import { importRows } from './importRows';

const FORMATS: Readonly<Record<ImportFormat, string>> = {
  step: 'STEP',
  iges: 'IGES',
  svg: 'SVG',
  curves: 'JSON',
  machine: 'Machine path',
};
/** What a length of a file without units may be. */
const UNITS: readonly FileUnit[] = [
  { name: 'mm', toMm: 1, assumed: true },
  { name: 'cm', toMm: 10, assumed: true },
  { name: 'm', toMm: 1000, assumed: true },
  { name: 'in', toMm: 25.4, assumed: true },
  { name: 'pt', toMm: 25.4 / 72, assumed: true },
];
const PLACES: readonly ChoiceOption<'kept' | 'set-down'>[] = [
  { value: 'kept', label: 'as in the file' },
  { value: 'set-down', label: 'set down', tip: 'Its middle at a place: typed, or clicked on the sheet' },
];
const AXES = ['x', 'y', 'z'] as const;

/** A file of curves before it is taken in: what is said of it, and how it is to lie; its curves are on the sheet. */
@Component({
  selector: 'pb-bring-in-panel',
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
    TableModule,
    Tooltip,
  ],
  templateUrl: './bringInPanel.html',
  styleUrls: ['../lowerPanel.css', './exchangePanel.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'region', 'aria-label': 'Bring in', '(keydown.escape)': 'close($event)' },
})
export class BringInPanel {
  private readonly editing = inject(Editing);
  private readonly target = inject(Target);
  private readonly viewports = inject(Viewports);
  private readonly host: ElementRef<HTMLElement> = inject(ElementRef);
  private readonly takeButton = viewChild<unknown, ElementRef<HTMLElement>>('takes', { read: ElementRef });
  /** Where the sheet was looked at before. */
  private readonly before = this.viewports.viewport();
  protected readonly bringIn = inject(BringIn);
  protected readonly places = PLACES;
  protected readonly axes = AXES;
  protected readonly many = MANY_CURVES;
  protected readonly how = this.bringIn.how;
  /** How much has been read; null where nothing is being read. */
  protected readonly share = computed(() => this.bringIn.coming()?.share ?? null);
  protected readonly report = computed(() => this.bringIn.coming()?.report ?? null);
  protected readonly sheetUnits = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly title = computed(() => {
    const coming = this.bringIn.coming();
    if (!coming?.report) return coming?.name ?? '';
    const { format, brought } = coming.report;
    const counts = [
      ...(brought.curves > 0 ? [counted(brought.curves, 'curve', 'curves')] : []),
      ...(brought.points > 0 ? [counted(brought.points, 'point', 'points')] : []),
      ...(brought.guides > 0 ? [counted(brought.guides, 'line without ends', 'lines without ends')] : []),
      ...(brought.groups > 0 ? [counted(brought.groups, 'group', 'groups')] : []),
      ...(brought.hidden > 0 ? [`${brought.hidden} hidden`] : []),
    ];
    return `${coming.name}: ${FORMATS[format]}, ${counts.join(', ')}`;
  });

  /** Units that the file says; one that was assumed can be another. */
  protected readonly said = computed(() => (this.report()?.units ?? []).filter(({ assumed }) => !assumed));
  protected readonly assumed = computed(() => {
    const unit = this.report()?.units.find(({ assumed }) => assumed) ?? null;
    if (!unit) return null;
    const known = UNITS.some(({ name }) => name === unit.name);
    const options = (known ? UNITS : [unit, ...UNITS]).map((each) => ({ value: each.name, label: each.name }));
    return { name: unit.name, options };
  });
  protected readonly layerChoices = computed((): ChoiceOption<'as-in-file' | 'on-one'>[] => {
    const name = this.editing.project()?.layers[this.target.layer()]?.name ?? '';
    return [
      { value: 'as-in-file', label: 'as in the file' },
      { value: 'on-one', label: `on ${name}` },
    ];
  });
  protected readonly layers = computed(() => {
    const counts = new Map<string, number>();
    for (const item of this.bringIn.coming()?.items ?? []) {
      const name = layerOf(item);
      counts.set(name, (counts.get(name) ?? 0) + 1);
    }
    const { without } = this.how();
    return [...counts].map(([name, count]) => ({ name, count, isOn: !without.has(name) }));
  });
  protected readonly rows = computed(() => {
    const report = this.report();
    return report ? importRows(report, this.sheetUnits()) : [];
  });
  protected readonly takesWords = computed(() => `Take in ${this.bringIn.count().toLocaleString('en')}`);

  constructor() {
    // However it is read and wherever it lies, it is seen above the panel.
    effect(() => {
      const button = this.takeButton()?.nativeElement;
      const report = this.report();
      if (button && report) untracked(() => this.show(button));
    });
  }

  private show(button: HTMLElement): void {
    const points = this.bringIn.curves().flatMap((curve) => [...controlPointsOf(curve)]);
    const alone = this.bringIn.shownPoints()?.points ?? [];
    this.viewports.showAbove(Float64Array.from([...points, ...alone]), this.host.nativeElement.offsetHeight);
    button.focus();
  }

  protected assume(name: string): void {
    const unit = UNITS.find((each) => each.name === name);
    if (unit) void this.bringIn.assume(unit);
  }

  protected setPlace(axis: number, mm: number): void {
    const { place } = this.how();
    if (place) this.bringIn.setDown(place.map((x, c) => (c === axis ? mm : x)) as unknown as Vector3);
  }

  protected chooseLayer(name: string, on: boolean): void {
    const without = new Set(this.how().without);
    if (on) without.delete(name);
    else without.add(name);
    this.bringIn.set({ without });
  }

  protected close(event?: Event): void {
    event?.stopPropagation();
    this.bringIn.close();
    this.viewports.glide(this.before);
  }
}
