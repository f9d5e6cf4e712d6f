import { inject, Injectable } from '@angular/core';
import type { Project } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Editing } from './editing';
import { LossyPreview } from './lossyPreview';
import { ToolInHand } from './toolInHand';
import type { Stage } from '@pencil-bend/document';
import { ProjectsApi } from '../api/projectsApi';
import { drawingActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectDrawing, selectViewedStage } from '../state/selectors';

/** Shows stages without restoring them, and restores them. */
@Injectable()
export class StageView {
  private readonly editing = inject(Editing);
  private readonly hand = inject(ToolInHand);
  private readonly lossy = inject(LossyPreview);
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly drawing = this.store.selectSignal(selectDrawing);

  /** What is viewed; null while the drawing itself is shown. */
  readonly viewed = this.store.selectSignal(selectViewedStage);

  /** Shows a stage in place of the drawing; rejects where the server does not give it. */
  async show({ id: stage, name, time }: Stage): Promise<void> {
    const project = await this.read(stage);
    // Points that are being placed become a curve of the drawing first.
    this.hand.putDown();
    this.lossy.leave();
    if (project) this.store.dispatch(drawingActions.stageViewed({ viewed: { stage, name, time, project } }));
  }

  leave(): void {
    if (this.viewed()) this.store.dispatch(drawingActions.stageLeft());
  }

  /** The drawing becomes what the stage holds, as a step; the project keeps the name it has now. */
  async restore(stage: string, name: string): Promise<void> {
    const viewed = this.viewed();
    const drawing = viewed?.stage === stage ? viewed.project : await this.read(stage);
    this.leave();
    const { project } = this.drawing();
    if (!drawing || !project) return;
    this.editing.do({ command: 'restoreStage', args: { name, drawing: { ...drawing, name: project.name } } });
  }

  private async read(stage: string): Promise<Project | null> {
    const { id } = this.drawing();
    return id ? firstValueFrom(this.api.stageDrawing(id, stage)) : null;
  }
}
