import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Step } from '@pencil-bend/document';
import { ProjectsApi } from './projectsApi';

const step = (characters: number): Step => ({
  id: 'step-000001',
  kind: 'do',
  of: null,
  title: { command: 'renameProject' },
  time: '2026-11-28T12:00:00.000Z',
  patch: [{ op: 'replace', path: '/name', value: '\u{1F9FF}'.repeat(characters / 2) }],
  inverse: [],
});

let api: ProjectsApi;
let http: HttpTestingController;
beforeEach(() => {
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  api = TestBed.inject(ProjectsApi);
  http = TestBed.inject(HttpTestingController);
});
afterEach(() => http.verify());

describe('steps for the server', () => {
  it('go in one request while they are short', () => {
    let kept = 0;
    api.append('kettle', 3, [step(10)]).subscribe(({ revision }) => (kept = revision));
    const sent = http.expectOne('/api/projects/kettle/steps');
    expect(sent.request.body).toEqual({ steps: [step(10)] });
    expect(sent.request.headers.get('If-Match')).toBe('"3"');
    sent.flush({ revision: 4 });
    expect(kept).toBe(4);
  });

  it('above 8 MB go in parts, one after the other, and then as one; together they are what was sent', () => {
    let kept = 0;
    // An odd place, so that some part ends in the middle of a character.
    const steps = [{ ...step(9_000_000), name: 'Odd' }];
    api.append('kettle', 0, steps).subscribe(({ revision }) => (kept = revision));
    let text = '';
    for (let part = 0; part < 3; part++) {
      const sent = http.expectOne(`/api/projects/kettle/uploads/step-000001/${part}`);
      expect(sent.request.method).toBe('PUT');
      text += (JSON.parse(JSON.stringify(sent.request.body)) as { text: string }).text;
      sent.flush(null);
    }
    const sent = http.expectOne('/api/projects/kettle/steps');
    expect(sent.request.body).toEqual({ upload: 'step-000001', parts: 3 });
    sent.flush({ revision: 1 });
    expect(JSON.parse(text)).toEqual(steps);
    expect(kept).toBe(1);
  });

  it('of a copy likewise', () => {
    api.copy('kettle', 7, [step(9_000_000)]).subscribe();
    for (let part = 0; part < 3; part++) http.expectOne(`/api/projects/kettle/uploads/step-000001/${part}`).flush(null);
    const sent = http.expectOne('/api/projects/kettle/copies');
    expect(sent.request.body).toEqual({ revision: 7, upload: 'step-000001', parts: 3 });
  });

  it('whose parts do not arrive fail as a whole', () => {
    let failed = false;
    api.append('kettle', 0, [step(9_000_000)]).subscribe({ error: () => (failed = true) });
    http.expectOne('/api/projects/kettle/uploads/step-000001/0').flush('', { status: 507, statusText: 'full' });
    expect(failed).toBe(true);
  });
});
