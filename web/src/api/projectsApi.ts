import type { SavedView } from './savedView';
import { GONE, type Theirs } from './conflict';
import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Project, Step } from '@pencil-bend/document';
import {
  type Appended,
  type HistoryPart,
  inWords,
  type KeptContent,
  type ListedProject,
  type OpenedProject as Opened,
  pointSetBytes,
  pointsOfBytes,
  type ProblemBody,
  type Stage,
} from '@pencil-bend/document/wire';
import { concatMap, last, map, type Observable, range, switchMap } from 'rxjs';
import { charactersOf, MOST_CHARACTERS } from './batch';

/** A project with what this program kept of its own about it. */
export type OpenedProject = Opened & { readonly view: Partial<SavedView> };

/** A part of an upload: with every quotation mark of it escaped it still is well below what the server takes. */
const PART_CHARACTERS = 4_000_000;

/** The server's projects, as REST. */
@Injectable({ providedIn: 'root' })
export class ProjectsApi {
  private readonly http = inject(HttpClient);
  private readonly root = '/api/projects';

  list(): Observable<ListedProject[]> {
    return this.http.get<ListedProject[]>(this.root);
  }

  bin(): Observable<ListedProject[]> {
    return this.http.get<ListedProject[]>(`${this.root}?bin`);
  }

  create(name: string): Observable<ListedProject> {
    return this.http.post<ListedProject>(this.root, { name });
  }

  createDemo(demo: 'kettle' | 'sampler'): Observable<ListedProject> {
    return this.http.post<ListedProject>(this.root, { demo });
  }

  rename(id: string, name: string): Observable<ListedProject> {
    return this.http.patch<ListedProject>(`${this.root}/${id}`, { name });
  }

  duplicate(id: string): Observable<ListedProject> {
    return this.http.post<ListedProject>(`${this.root}/${id}/copies`, {});
  }

  /** A new project that goes on from `revision` with steps of its own. */
  copy(id: string, revision: number, steps: readonly Step[]): Observable<ListedProject> {
    return this.withSteps(id, steps, (body) =>
      this.http.post<ListedProject>(`${this.root}/${id}/copies`, { revision, ...body }),
    );
  }

  putIntoBin(id: string): Observable<ListedProject> {
    return this.http.delete<ListedProject>(`${this.root}/${id}`);
  }

  restore(id: string): Observable<ListedProject> {
    return this.http.post<ListedProject>(`${this.root}/${id}/restore`, {});
  }

  destroy(id: string): Observable<void> {
    return this.http.delete<void>(`${this.root}/${id}?forever`);
  }

  /** Takes in a project file's text as it is: the server reads and checks it. */
  bringIn(text: string): Observable<ListedProject> {
    return this.http.post<ListedProject>(this.root, text, { headers: { 'Content-Type': 'application/json' } });
  }

  open(id: string): Observable<OpenedProject> {
    return this.http.get<OpenedProject>(`${this.root}/${id}`);
  }

  /** Appends steps made on `revision`; answers the revision they lead to. */
  append(id: string, revision: number, steps: readonly Step[]): Observable<Appended> {
    const headers = { 'If-Match': `"${revision}"` };
    return this.withSteps(id, steps, (body) => this.http.post<Appended>(`${this.root}/${id}/steps`, body, { headers }));
  }

  /** Sends steps with a request; where they are too long for one, they go before it in parts. */
  private withSteps<T>(id: string, steps: readonly Step[], send: (body: object) => Observable<T>): Observable<T> {
    if (charactersOf(steps) <= MOST_CHARACTERS) return send({ steps });
    const text = JSON.stringify(steps);
    const upload = steps[0].id;
    const parts = Math.ceil(text.length / PART_CHARACTERS);
    return range(0, parts).pipe(
      concatMap((part) =>
        this.http.put<void>(`${this.root}/${id}/uploads/${upload}/${part}`, {
          text: text.slice(part * PART_CHARACTERS, (part + 1) * PART_CHARACTERS),
        }),
      ),
      last(),
      switchMap(() => send({ upload, parts })),
    );
  }

  /** What could be undone and redone at a revision, below so many steps of each stack. */
  history(id: string, revision: number, below: { undo: number; redo: number }): Observable<HistoryPart> {
    return this.http.get<HistoryPart>(`${this.root}/${id}/history`, { params: { revision, ...below } });
  }

  stages(id: string): Observable<Stage[]> {
    return this.http.get<Stage[]>(`${this.root}/${id}/stages`);
  }

  makeStage(id: string, name: string, revision: number): Observable<Stage> {
    return this.http.post<Stage>(`${this.root}/${id}/stages`, { name, revision });
  }

  renameStage(id: string, stage: string, name: string): Observable<Stage> {
    return this.http.patch<Stage>(`${this.root}/${id}/stages/${stage}`, { name });
  }

  removeStage(id: string, stage: string): Observable<void> {
    return this.http.delete<void>(`${this.root}/${id}/stages/${stage}`);
  }

  stageDrawing(id: string, stage: string): Observable<Project> {
    return this.http.get<Project>(`${this.root}/${id}/stages/${stage}/drawing`);
  }

  pictureOfStage = (id: string, stage: string): string => `${this.root}/${id}/stages/${stage}/picture.svg`;

  saveView(id: string, view: SavedView): Observable<void> {
    return this.http.put<void>(`${this.root}/${id}/view`, view);
  }

  /** Keeps the bytes of a PNG or JPEG file with a project, beside its log. */
  savePicture(id: string, file: Blob): Observable<KeptContent> {
    return this.http.post<KeptContent>(`${this.root}/${id}/pictures`, file, {
      headers: { 'Content-Type': file.type },
    });
  }

  pictureBytes = (id: string, picture: string): string => `${this.root}/${id}/pictures/${picture}`;

  /** Keeps measured points with a project, beside its log. */
  savePointSet(id: string, points: Float64Array): Observable<KeptContent> {
    const body = new Blob([pointSetBytes(points)], { type: 'application/octet-stream' });
    return this.http.post<KeptContent>(`${this.root}/${id}/pointSets`, body);
  }

  pointSet(id: string, content: string): Observable<Float64Array> {
    const address = `${this.root}/${id}/pointSets/${content}`;
    return this.http
      .get(address, { responseType: 'arraybuffer' })
      .pipe(map((bytes) => pointsOfBytes(new Uint8Array(bytes))));
  }

  fileOf = (id: string): string => `${this.root}/${id}/file`;

  pictureOf = ({ id, revision }: ListedProject): string => `${this.root}/${id}/picture.svg?revision=${revision}`;
}

/** What a failed request means, in words. */
export interface Explained {
  readonly why: string;
  /** The same request may succeed later. */
  readonly again: boolean;
  /** What others did before, when the request came too late. */
  readonly theirs: Theirs | null;
}

export function explain(error: unknown): Explained {
  if (!(error instanceof HttpErrorResponse)) throw error;
  if (error.status === 0) return { why: 'the server is away', again: true, theirs: null };
  const body = error.error as Partial<ProblemBody> | string | null;
  const parsed = typeof body === 'string' ? parse(body) : body;
  const { title = `the server answered ${error.status}`, problems = [], count = 0, titles = [] } = parsed ?? {};
  const details = inWords(problems.slice(0, 3));
  const theirs = error.status === 412 ? { count, titles } : error.status === 404 ? GONE : null;
  return { why: details ? `${title}: ${details}` : title, again: error.status >= 500, theirs };
}

function parse(text: string): Partial<ProblemBody> | null {
  try {
    return JSON.parse(text) as Partial<ProblemBody>;
  } catch {
    return null;
  }
}
