import { inject, Injectable } from '@angular/core';
import type { Project } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Bench } from './bench';
import { ProjectsApi, type Stage } from '../api/projectsApi';
import { benchActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectDrawing, selectLook } from '../state/selectors';

/** Shows stages without restoring them, and restores them. */
@Injectable()
export class StageLook {
  private readonly bench = inject(Bench);
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly drawing = this.store.selectSignal(selectDrawing);

  /** What is looked at; null while the drawing itself is shown. */
  readonly look = this.store.selectSignal(selectLook);

  /** Shows a stage in place of the drawing; rejects where the server does not give it. */
  async show({ id: stage, name, at }: Stage): Promise<void> {
    const project = await this.read(stage);
    // Points that are being placed become a curve of the drawing first.
    if (this.bench.toolName() !== 'bend') this.bench.takeUp('bend');
    this.bench.desk.leave();
    if (project) this.store.dispatch(benchActions.stageLookedAt({ look: { stage, name, at, project } }));
  }

  leave(): void {
    if (this.look()) this.store.dispatch(benchActions.stageLeft());
  }

  /** The drawing becomes what the stage holds, as a step; the project keeps the name it has now. */
  async restore(stage: string, name: string): Promise<void> {
    const look = this.look();
    const drawing = look?.stage === stage ? look.project : await this.read(stage);
    this.leave();
    const { project } = this.drawing();
    if (!drawing || !project) return;
    this.bench.do({ command: 'restoreStage', args: { name, drawing: { ...drawing, name: project.name } } });
  }

  private async read(stage: string): Promise<Project | null> {
    const { id } = this.drawing();
    return id ? firstValueFrom(this.api.stageDrawing(id, stage)) : null;
  }
}
