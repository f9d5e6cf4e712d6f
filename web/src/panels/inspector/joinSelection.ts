import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Level } from '@pencil-bend/core';
import { joinAll } from '../../actions/joinMeetings';
import { Editing, Meetings, Remarks, ShownItems, StepLoader } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { counted } from '../../ui/labels';
import { isKnot } from '../../view/meeting';

/** Where the selected curves meet: joined all at once, with one level. */
@Component({
  selector: 'pb-join-selection',
  imports: [LinkButton],
  template: `
    @if (meetings().length > 0) {
      <h3>Joints</h3>
      <p>
        They meet at {{ places() }}: join with
        @for (level of levels; track level) {
          <button pbLink [attr.aria-label]="'Join where they meet with G' + level" (click)="join(level)">
            G{{ level }}
          </button>
        }
      </p>
    }
  `,
  styleUrl: './sections.css',
  styles: `
    button {
      padding: 2px 5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JoinSelection {
  readonly editing = inject(Editing);
  private readonly all = inject(Meetings);
  readonly loader = inject(StepLoader);
  readonly remarks = inject(Remarks);
  readonly shown = inject(ShownItems);
  protected readonly levels: readonly Level[] = [0, 1, 2, 3];

  protected readonly meetings = computed(() => {
    const { items } = this.editing.selection();
    return this.all
      .kept()
      .filter((each) => !isKnot(each) && items.includes(each.first.item) && items.includes(each.second.item));
  });
  protected readonly places = computed(() => counted(this.meetings().length, 'place', 'places'));

  protected join(level: Level): void {
    joinAll(this, this.meetings(), level);
  }
}
