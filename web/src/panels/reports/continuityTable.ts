import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Level } from '@pencil-bend/core';
import { selectionOf } from '@pencil-bend/document';
import { InputText } from 'primeng/inputtext';
import { Popover } from 'primeng/popover';
import { TableModule } from 'primeng/table';
import type { MeetingThresholds } from '../../api/savedView';
import { joinAll } from '../../actions/joinMeetings';
import { Editing, Joints, Meetings, Remarks, ShownItems, StepLoader, Viewports } from '../../session';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { counted } from '../../ui/labels';
import { NumberField } from '../../ui/numberField';
import { isKnot } from '../../view/meeting';
import { type MeetingRow, meetingRows } from './meetingRows';

/** A button for each: nothing is chosen for good. */
const JOINS: readonly Level[] = [0, 1, 2, 3];
const LEVELS: readonly ChoiceOption<number>[] = [
  { value: 4, label: 'all' },
  { value: 1, label: 'below G1' },
  { value: 2, label: 'below G2' },
  { value: 3, label: 'below G3' },
];

interface Threshold {
  readonly name: keyof MeetingThresholds;
  readonly label: string;
  readonly words: string;
  readonly unit: string;
  readonly digits: number;
}

const THRESHOLDS: readonly Threshold[] = [
  { name: 'within', label: 'Ends meet within', words: 'Ends meet within', unit: ' mm', digits: 4 },
  { name: 'gap', label: 'Largest gap of G0', words: 'G0 up to a gap of', unit: ' mm', digits: 5 },
  { name: 'angle', label: 'Largest angle of G1', words: 'G1 up to an angle of', unit: '°', digits: 4 },
  {
    name: 'curvature',
    label: 'Largest difference of curvature of G2',
    words: 'G2 up to a curvature difference of',
    unit: ' %',
    digits: 3,
  },
  {
    name: 'rate',
    label: 'Largest difference of rate of G3',
    words: 'G3 up to a rate difference of',
    unit: ' %',
    digits: 3,
  },
];

/** Of a row, in pixels. */
const ROW_HEIGHT = 26;

/** Every place where curves meet, and every knot that is not smooth, with the level reached: for the whole project. */
@Component({
  selector: 'pb-continuity-table',
  imports: [Choice, InputText, LinkButton, NumberField, Popover, TableModule],
  templateUrl: './continuityTable.html',
  styleUrl: './continuityTable.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ContinuityTable {
  private readonly store: Store<BenchState> = inject(Store);
  readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  protected readonly meetings = inject(Meetings);
  readonly loader = inject(StepLoader);
  readonly remarks = inject(Remarks);
  readonly shown = inject(ShownItems);
  private readonly viewports = inject(Viewports);
  private readonly settings = this.store.selectSignal(selectReading);
  protected readonly levels = LEVELS;
  protected readonly joinLevels = JOINS;
  protected readonly rowHeight = ROW_HEIGHT;
  protected readonly below = signal(4);
  protected readonly search = signal('');
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  private readonly curves = computed(
    () =>
      new Map(this.shown.kept().flatMap(({ id, item, curve }) => (curve ? [[id, { name: item.name, curve }]] : []))),
  );
  /** Of the curves as they are kept: a table that changes under a drag cannot be read. */
  private readonly all = computed(() =>
    meetingRows(this.meetings.kept(), this.curves(), this.units(), this.joints.all()),
  );
  protected readonly rows = computed(() => {
    const wanted = this.search().trim().toLowerCase();
    return this.all().filter(({ where, level }) => level < this.below() && where.toLowerCase().includes(wanted));
  });
  /** The listed places where curves end: knots are joined to nothing. */
  protected readonly joinable = computed(() => this.rows().filter(({ meeting }) => !isKnot(meeting)));
  protected readonly joins = computed(() => {
    const { length } = this.joinable();
    return length === 1 ? 'Join the one with' : `Join these ${length} with`;
  });
  protected readonly count = computed(() => {
    const [all, rows] = [this.all().length, this.rows().length];
    if (!this.meetings.isComplete()) return 'The curves are being looked at.';
    return rows === all ? counted(all, 'place', 'places') : `${rows} of ${counted(all, 'place', 'places')}`;
  });
  protected readonly thresholds = computed(() =>
    THRESHOLDS.map((each) => ({ ...each, value: this.settings().continuity[each.name] })),
  );

  constructor() {
    this.meetings.isReported.set(true);
    inject(DestroyRef).onDestroy(() => {
      this.meetings.isReported.set(false);
      this.meetings.current.set(null);
    });
  }

  protected goTo({ meeting }: MeetingRow): void {
    this.editing.select(selectionOf([meeting.first.item]));
    this.meetings.current.set(meeting);
    this.viewports.goTo([meeting.at]);
  }

  protected isCurrent({ meeting }: MeetingRow): boolean {
    return this.meetings.current() === meeting;
  }

  /** Joins what is listed, all in one step. */
  protected join(level: Level): void {
    joinAll(
      this,
      this.joinable().map(({ meeting }) => meeting),
      level,
    );
  }

  protected set(name: keyof MeetingThresholds, value: number): void {
    this.store.dispatch(viewActions.thresholdSet({ name, value }));
  }
}
