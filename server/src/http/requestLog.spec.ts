import pino from 'pino';
import { TestServer } from '../testServer.fixture';

it('a line for each answer, without anything that tells who asked or what they draw', async () => {
  const lines: string[] = [];
  const log = pino({ level: 'info', base: null }, { write: (line: string) => lines.push(line) });
  const server = await TestServer.start({}, log);
  const id = await server.create({ name: 'Secret kettle' });
  await server.request.get(`/api/projects/${id}?who=me`).set('User-Agent', 'Secret browser').expect(200);
  await server.request.get('/').expect(200);
  await server.request.get('/api/projects/nobody/stages').expect(404);
  await server.end();
  expect(lines.map((line) => JSON.parse(line))).toMatchObject([
    { method: 'POST', path: '/api/projects/', status: 201 },
    { method: 'GET', path: '/api/projects/:id', status: 200, ms: expect.any(Number) },
    { method: 'GET', status: 200 },
    { method: 'GET', status: 404 },
  ]);
  expect(lines.join()).not.toMatch(/secret|127\.0\.0\.1|who=me/i);
});
