import Ajv2020 from 'ajv/dist/2020';
import { emptyProject } from '@pencil-bend/document';
import { wireSchema } from '@pencil-bend/document/published';
import { done, draw, TestServer } from '../testServer.fixture';

const ajv = new Ajv2020({ strict: false, schemas: [wireSchema] });
const { $id } = wireSchema as { $id: string };

/** What an answer breaks in the schema of this name. */
function wrong(name: string, body: unknown): unknown {
  const validate = ajv.getSchema(`${$id}#/$defs/${name}`);
  if (!validate) throw new Error(`there is no ${name} on the wire`);
  return validate(body) ? null : validate.errors;
}

it('every answer is what its readers take it for', async () => {
  const server = await TestServer.start();
  const { request } = server;
  const made = (await request.post('/api/projects').send({ name: 'Kettle' }).expect(201)).body;
  const path = `/api/projects/${made.id}`;
  const { step } = done(emptyProject('Kettle'), draw('one'));
  const appended = (await server.append(made.id, 0, [step]).expect(200)).body;
  const late = (await server.append(made.id, 0, [{ ...step, id: 'step-too-late' }]).expect(412)).body;
  const broken = (await server.append(made.id, 1, [{ ...step, kind: 'done' }]).expect(400)).body;
  const stage = (await request.post(`${path}/stages`).send({ name: 'Early', revision: 1 }).expect(201)).body;
  const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'); // prettier-ignore
  const picture = (await request.post(`${path}/pictures`).set('Content-Type', 'image/png').send(png).expect(201)).body;
  const answers: [string, unknown][] = [
    ['listedProject', made],
    ['listedProject', (await request.get('/api/projects').expect(200)).body[0]],
    ['openedProject', (await request.get(path).expect(200)).body],
    ['appended', appended],
    ['problemBody', late],
    ['problemBody', broken],
    ['problemBody', (await request.get('/api/projects/none').expect(404)).body],
    ['historyPart', (await request.get(`${path}/history?revision=1`).expect(200)).body],
    ['stage', stage],
    ['stage', (await request.get(`${path}/stages`).expect(200)).body[0]],
    ['stage', (await request.patch(`${path}/stages/${stage.id}`).send({ name: 'Late' }).expect(200)).body],
    ['project', (await request.get(`${path}/stages/${stage.id}/drawing`).expect(200)).body],
    ['keptContent', picture],
    ['listedProject', (await request.post(`${path}/copies`).send({}).expect(201)).body],
    ['listedProject', (await request.patch(path).send({ name: 'Pot' }).expect(200)).body],
    ['listedProject', (await request.delete(path).expect(200)).body],
    ['listedProject', (await request.get('/api/projects?bin').expect(200)).body[0]],
    ['listedProject', (await request.post(`${path}/restore`).send({}).expect(200)).body],
  ];
  for (const [name, body] of answers) expect([name, body, wrong(name, body)]).toEqual([name, body, null]);
  expect(wrong('stage', { ...stage, more: 1 })).not.toBeNull();
  expect(wrong('listedProject', { ...made, revision: '0' })).not.toBeNull();
  await server.end();
});
