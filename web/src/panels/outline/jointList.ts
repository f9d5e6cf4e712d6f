import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { handlesOn, selectionOf } from '@pencil-bend/document';
import { PrimeTemplate } from 'primeng/api';
import { Scroller } from 'primeng/scroller';
import { Editing, Joints, Viewports } from '../../session';
import type { Units } from '../../ui/length';
import type { JointReading } from '../../view/jointReading';
import { jointSentence, levelInWords } from '../../view/jointWords';
import { broughtIn } from '../../view/viewport';

/** Of a row, in pixels, and so many are seen at once. */
const ROW_HEIGHT = 28;
const MOST_ROWS = 7;

interface Row {
  readonly reading: JointReading;
  readonly units: Units;
  readonly isSelected: boolean;
  readonly name: string;
  readonly level: string;
  readonly label: string;
}
const known = new WeakMap<JointReading, Row>();

const keyOf = ({ item, end }: JointReading): string => `${item} ${end}`;

function rowOf(reading: JointReading, isSelected: boolean, units: Units): Row {
  const before = known.get(reading);
  if (before?.isSelected === isSelected && before.units === units) return before;
  const row = {
    reading,
    units,
    isSelected,
    name: `${reading.led} · ${reading.follower}`,
    level: levelInWords(reading),
    label: jointSentence(reading, units),
  };
  known.set(reading, row);
  return row;
}

/** The joints of the drawing, wanted and reached: a click takes one into hand. */
@Component({
  selector: 'pb-joint-list',
  imports: [PrimeTemplate, Scroller],
  templateUrl: './jointList.html',
  styleUrl: './jointList.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointList {
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly viewports = inject(Viewports);
  protected readonly rowHeight = ROW_HEIGHT;

  /** The list of rows stays the same in a drag: to take another one in costs it more than a curve. */
  protected readonly keys = computed(() => this.joints.all().map(keyOf), {
    equal: (a, b) => a.length === b.length && a.every((key, i) => key === b[i]),
  });
  protected readonly rows = computed(() => {
    const units = this.editing.project()?.units ?? 'mm';
    const selected = this.joints.selected();
    const { items } = this.editing.selection();
    const rows = this.joints.all().map((reading): [string, Row] => {
      const isSelected = reading === selected || (!reading.joint && items.length === 1 && items[0] === reading.item);
      return [keyOf(reading), rowOf(reading, isSelected, units)];
    });
    return new Map(rows);
  });
  protected readonly height = computed(() => `${Math.min(MOST_ROWS, this.keys().length) * ROW_HEIGHT}px`);

  /** A blend or a corner is taken as a whole. */
  protected take({ item, end, joint, at }: JointReading): void {
    this.editing.select(joint ? handlesOn(item, [{ kind: 'joint', end }]) : selectionOf([item]));
    const viewport = this.viewports.viewport();
    const to = broughtIn(viewport, [at]);
    if (to.x !== viewport.x || to.y !== viewport.y) this.viewports.glide(to);
  }
}
