import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type End, handlesOn, type Id, selectionOf } from '@pencil-bend/document';
import { Editing, Joints, Viewports } from '../../session';
import { jointSentence, levelInWords } from '../../view/jointWords';

/** A joint of the list: of a drag only rows whose joints move are made anew. */
@Component({
  selector: 'pb-joint-row',
  templateUrl: './jointRow.html',
  styleUrl: './jointRow.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointRow {
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly viewports = inject(Viewports);
  readonly item = input.required<Id>();
  readonly end = input.required<End>();

  private readonly reading = computed(() => this.joints.at(this.item(), this.end()));
  protected readonly row = computed(() => {
    const reading = this.reading();
    return (
      reading && {
        name: `${reading.led} · ${reading.follower}`,
        level: levelInWords(reading),
        label: jointSentence(reading, this.editing.project()?.units ?? 'mm'),
        holds: reading.holds,
      }
    );
  });
  /** A blend or a corner is taken as a whole. */
  protected readonly isSelected = computed(() => {
    const reading = this.reading();
    const { items } = this.editing.selection();
    return reading?.joint ? reading === this.joints.selected() : items.length === 1 && items[0] === this.item();
  });

  protected take(): void {
    const reading = this.reading();
    if (!reading) return;
    const { item, end, joint, at } = reading;
    this.editing.select(joint ? handlesOn(item, [{ kind: 'joint', end }]) : selectionOf([item]));
    this.viewports.goTo([at]);
  }
}
