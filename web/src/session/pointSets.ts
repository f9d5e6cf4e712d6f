import { HttpErrorResponse } from '@angular/common/http';
import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { contentsOf } from '@pencil-bend/document';
import { firstValueFrom } from 'rxjs';
import { explain, ProjectsApi } from '../api/projectsApi';
import type { BenchState } from '../state/reducers';
import { selectDrawing, selectProject } from '../state/selectors';

/** The points of a content: here, on their way, or why they are not here. */
type Known = Float64Array | 'coming' | { readonly why: string };

/** The points that measured sets refer to: each content is fetched once, and is one buffer for all who use it. */
@Injectable()
export class PointSets {
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly project = this.store.selectSignal(selectProject);
  private readonly drawing = this.store.selectSignal(selectDrawing);
  private readonly known = signal<ReadonlyMap<string, Known>>(new Map());

  constructor() {
    effect(() => {
      const project = this.project();
      const contents = project ? contentsOf(project) : [];
      untracked(() => {
        for (const content of contents) if (!this.known().has(content)) void this.fetch(content);
      });
    });
  }

  /** The points of a content, packed x y z; null where they are not here. */
  readonly of = (content: string): Float64Array | null => {
    const known = this.known().get(content);
    return known instanceof Float64Array ? known : null;
  };

  /** Why points are not here, in words; null where they are, or are on their way. */
  whyNot(content: string): string | null {
    const known = this.known().get(content);
    return known && typeof known === 'object' && 'why' in known ? known.why : null;
  }

  /** Keeps points with a project; throws what `explain` explains. Answers the name of their content. */
  async keep(project: string, points: Float64Array): Promise<string> {
    const { id } = await firstValueFrom(this.api.savePointSet(project, points));
    this.set(id, points);
    return id;
  }

  /** Asks for points again that could not be had. */
  async fetch(content: string): Promise<void> {
    const { id } = this.drawing();
    if (!id) return;
    this.set(content, 'coming');
    try {
      this.set(content, await firstValueFrom(this.api.pointSet(id, content)));
    } catch (error) {
      const isMissing = error instanceof HttpErrorResponse && error.status === 404;
      this.set(content, { why: isMissing ? 'they did not come along with the project' : explain(error).why });
    }
  }

  private set(content: string, known: Known): void {
    this.known.update((all) => new Map(all).set(content, known));
  }
}
