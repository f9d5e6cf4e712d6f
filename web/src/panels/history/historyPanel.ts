import { StageView, StepHistory, ToolInHand } from '../../session';
import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal, untracked } from '@angular/core';
import { type Step, titleOf } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { Panel } from 'primeng/panel';
import { Tooltip } from 'primeng/tooltip';
import { firstValueFrom } from 'rxjs';
import { Icon } from '../../ui/icon';
import { NameField } from '../../ui/nameField';
import type { Stage } from '@pencil-bend/document';
import { explain, ProjectsApi } from '../../api/projectsApi';
import { drawingActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectDrawing, selectSaveState } from '../../state/selectors';
import { FramedButton, LinkButton, QuietButton } from '../../ui/buttons';

/** A place in the history: the drawing after a step. */
interface Place {
  readonly id: string;
  readonly title: string;
  readonly time: string;
  /** How it is reached from here: so many steps back (negative) or forth. */
  readonly away: number;
}

/** Everything that was done, to walk through, and the stages. */
@Component({
  selector: 'pb-history-panel',
  imports: [FramedButton, LinkButton, QuietButton, DatePipe, Icon, InputText, NameField, Panel, Tooltip],
  templateUrl: './historyPanel.html',
  styleUrl: './historyPanel.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HistoryPanel {
  readonly closed = output();
  protected readonly stepHistory = inject(StepHistory);
  protected readonly hand = inject(ToolInHand);
  protected readonly api = inject(ProjectsApi);
  protected readonly stageView = inject(StageView);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly drawing = this.store.selectSignal(selectDrawing);
  protected readonly id = computed(() => this.drawing().id);
  private readonly saveState = this.store.selectSignal(selectSaveState);
  protected readonly isSaved = computed(() => this.saveState().state === 'saved');
  protected readonly stages = signal<readonly Stage[] | null>(null);
  protected readonly renaming = signal<string | null>(null);
  protected readonly mistake = signal<string | null>(null);

  /** The newest place first; what was undone stands above where the drawing is now. */
  protected readonly places = computed((): readonly Place[] => {
    const { undo, redo } = this.stepHistory.stacks().stacks;
    const place = ({ id, title, time }: Step, away: number): Place => ({ id, title: titleOf(title), time, away });
    return [
      ...redo.map((step, i) => place(step, redo.length - i)),
      ...undo.map((step, i) => place(step, i - undo.length + 1)).reverse(),
    ];
  });
  protected readonly earlier = computed(() => this.stepHistory.stacks().more.undo);
  /** Steps back to the drawing as it was before all of them. */
  protected readonly toStart = computed(() => this.stepHistory.stacks().stacks.undo.length);

  constructor() {
    effect(() => {
      if (this.id()) untracked(() => void this.list());
    });
  }

  protected go(away: number): void {
    this.stageView.leave();
    // Points that are being placed become a curve of their own first.
    this.hand.putDown();
    if (away !== 0) this.stepHistory.walk(away < 0 ? 'undo' : 'redo', Math.abs(away));
  }

  protected wantEarlier(): void {
    this.store.dispatch(drawingActions.earlierWanted());
  }

  protected make(field: HTMLInputElement): Promise<void> {
    const { id, base, log } = this.drawing();
    const name = field.value.trim();
    return this.attempt('The stage was not made', async () => {
      if (!id || !name) return;
      await firstValueFrom(this.api.makeStage(id, name, base + log.length));
      field.value = '';
    });
  }

  protected rename(stage: Stage, name: string): Promise<void> {
    this.renaming.set(null);
    return this.attempt('The stage was not renamed', async () => {
      const id = this.id();
      if (id && name !== stage.name) await firstValueFrom(this.api.renameStage(id, stage.id, name));
    });
  }

  protected remove(stage: Stage): Promise<void> {
    return this.attempt('The stage was not removed', async () => {
      const id = this.id();
      if (id) await firstValueFrom(this.api.removeStage(id, stage.id));
    });
  }

  /** A click shows it, another one goes back to the drawing. */
  protected look(stage: Stage): Promise<void> {
    return this.attempt('The stage cannot be shown', async () => {
      if (this.stageView.viewed()?.stage === stage.id) this.stageView.leave();
      else await this.stageView.show(stage);
    });
  }

  protected restore({ id, name }: Stage): Promise<void> {
    return this.attempt('The stage was not restored', () => this.stageView.restore(id, name));
  }

  private list(): Promise<void> {
    return this.attempt('The stages cannot be listed', () => Promise.resolve());
  }

  /** Does something with stages and shows them as they are then. */
  private async attempt(failing: string, work: () => Promise<void>): Promise<void> {
    this.mistake.set(null);
    try {
      await work();
      const id = this.id();
      if (id) this.stages.set(await firstValueFrom(this.api.stages(id)));
    } catch (error) {
      this.mistake.set(`${failing}: ${explain(error).why}.`);
    }
  }
}
