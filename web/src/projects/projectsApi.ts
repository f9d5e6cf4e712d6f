import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Problem, Project, Step } from '@pencil-bend/document';
import type { Observable } from 'rxjs';
import type { KeptView } from '../state/view';

export interface ListedProject {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly items: number;
}

export interface OpenedProject {
  readonly id: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly project: Project;
  readonly view: Partial<KeptView>;
}

/** The server's projects, as REST. */
@Injectable({ providedIn: 'root' })
export class ProjectsApi {
  private readonly http = inject(HttpClient);
  private readonly root = '/api/projects';

  list(): Observable<ListedProject[]> {
    return this.http.get<ListedProject[]>(this.root);
  }

  create(name: string): Observable<ListedProject> {
    return this.http.post<ListedProject>(this.root, { name });
  }

  /** Takes in a project file's text as it is: the server reads and checks it. */
  bringIn(text: string): Observable<ListedProject> {
    return this.http.post<ListedProject>(this.root, text, { headers: { 'Content-Type': 'application/json' } });
  }

  open(id: string): Observable<OpenedProject> {
    return this.http.get<OpenedProject>(`${this.root}/${id}`);
  }

  /** Appends steps made on `revision`; answers the revision they lead to. */
  append(id: string, revision: number, steps: readonly Step[]): Observable<{ revision: number }> {
    return this.http.post<{ revision: number }>(
      `${this.root}/${id}/steps`,
      { steps },
      { headers: { 'If-Match': `"${revision}"` } },
    );
  }

  keepView(id: string, view: KeptView): Observable<void> {
    return this.http.put<void>(`${this.root}/${id}/view`, view);
  }

  fileOf = (id: string): string => `${this.root}/${id}/file`;

  pictureOf = ({ id, revision }: ListedProject): string => `${this.root}/${id}/picture.svg?revision=${revision}`;
}

/** What a failed request means, in words; `again` says whether the same request may succeed later. */
export function explain(error: unknown): { readonly why: string; readonly again: boolean } {
  if (!(error instanceof HttpErrorResponse)) throw error;
  if (error.status === 0) return { why: 'the server does not answer', again: true };
  const body = error.error as { title?: string; problems?: readonly Problem[] } | string | null;
  const parsed = typeof body === 'string' ? parse(body) : body;
  const { title = `the server answered ${error.status}`, problems = [] } = parsed ?? {};
  const details = problems.slice(0, 3).map(({ path, message }) => (path ? `${path}: ${message}` : message));
  return { why: [title, ...details].join('. '), again: error.status >= 500 };
}

function parse(text: string): { title?: string; problems?: readonly Problem[] } | null {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
