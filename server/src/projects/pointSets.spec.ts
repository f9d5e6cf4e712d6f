import { emptyProject, LARGEST_POINT_SET, pointSetBytes } from '@pencil-bend/document';
import { readProjectFile, writeProjectFile } from '@pencil-bend/exchange';
import { done, TestServer } from '../testServer.fixture';
import { contentName } from './contents';

const BYTES = Buffer.from(pointSetBytes(Float64Array.of(0.1, -2, 3, 4, 5.5, -6)));

let server: TestServer;
let project: string;
beforeEach(async () => {
  server = await TestServer.start();
  project = await server.create();
});
afterEach(() => server.end());

const send = (bytes: Buffer, type = 'application/octet-stream') => server.request.post(`/api/projects/${project}/pointSets`).set('Content-Type', type).send(bytes); // prettier-ignore
const read = (of: string, name: string) => server.request.get(`/api/projects/${of}/pointSets/${name}`).buffer(true);

const drawSet = (content: string) =>
  done(emptyProject('Kettle'), {
    command: 'drawItems',
    args: {
      layer: 'sheet',
      plane: 'front',
      shape: 'measured-set',
      items: [
        {
          id: 'set',
          pointSet: {
            content,
            count: 2,
            box: { least: [0.1, -2, -6], largest: [4, 5.5, 3] },
            map: { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] },
            thinning: 1,
          },
        },
      ],
    },
  });

describe('measured points of a project', () => {
  it('come back as they were sent, under the name of their content, also after a restart, and beside the log', async () => {
    const { body } = await send(BYTES).expect(201);
    // The first digits of the SHA-256 of these 48 bytes, by Python's hashlib.
    expect(body).toEqual({ id: '1669d28b4f39a16666431115b8142e15' });
    await server.restart();
    const kept = await read(project, body.id)
      .expect(200)
      .expect('Content-Type', /octet-stream/);
    expect(Buffer.compare(kept.body, BYTES)).toBe(0);
    expect((await server.opened(project)).revision).toBe(0);
    expect((await send(BYTES).expect(201)).body).toEqual(body);
  });

  it('go along with a copy, and with the file, which another server takes in', async () => {
    const { id } = (await send(BYTES).expect(201)).body;
    const { step } = drawSet(id);
    await server.append(project, 0, [step]).expect(200);
    const copy = (await server.request.post(`/api/projects/${project}/copies`).send({}).expect(201)).body;
    await read(copy.id, id).expect(200);
    const { text } = await server.request.get(`/api/projects/${project}/file`).expect(200);
    const other = await TestServer.start();
    const taken = (await other.request.post('/api/projects').set('Content-Type', 'application/json').send(text).expect(201)).body; // prettier-ignore
    const there = await other.request.get(`/api/projects/${taken.id}/pointSets/${id}`).buffer(true).expect(200);
    expect(Buffer.compare(there.body, BYTES)).toBe(0);
    await other.end();
  });

  it('that are missing do no harm: the drawing opens, is handed out without them, and takes them when they come', async () => {
    const name = contentName(BYTES);
    await server.append(project, 0, [drawSet(name).step]).expect(200);
    const missing = await read(project, name).expect(404);
    expect(missing.body.title).toBe(`There is no measured set '${name}' in this project`);
    const { text } = await server.request.get(`/api/projects/${project}/file`).expect(200);
    const file = readProjectFile(text);
    expect(file.ok && file.value.pointSets.size).toBe(0);
    await send(BYTES).expect(201, { id: name });
    await read(project, name).expect(200);
  });

  it('a file whose points are others than their name says is not taken in', async () => {
    const { project: drawing } = drawSet('0123456789abcdef0123456789abcdef');
    const text = writeProjectFile({
      project: drawing,
      pointSets: new Map([['0123456789abcdef0123456789abcdef', BYTES]]),
    });
    const before = (await server.request.get('/api/projects').expect(200)).body.length;
    const refused = await server.request.post('/api/projects').set('Content-Type', 'application/json').send(text).expect(422); // prettier-ignore
    expect(refused.body.problems).toEqual([
      { path: '/pointSets/0123456789abcdef0123456789abcdef', message: 'The measured points are others than those of this name' }, // prettier-ignore
    ]);
    expect((await server.request.get('/api/projects').expect(200)).body).toHaveLength(before);
  });

  it.each<[string, Buffer, string, number, RegExp]>([
    ['that are text', Buffer.from('1 2 3'), 'text/plain', 415, /sent as application\/octet-stream/],
    [
      'of half a point',
      BYTES.subarray(0, 36),
      'application/octet-stream',
      422,
      /36 bytes are no whole number of points/,
    ],
    [
      'with a gap',
      Buffer.from(pointSetBytes(Float64Array.of(1, NaN, 3))),
      'application/octet-stream',
      422,
      /the y of point 1 is NaN/,
    ],
    [
      'that are too many',
      Buffer.alloc(LARGEST_POINT_SET.bytes + 24),
      'application/octet-stream',
      413,
      /larger than 24 MB/,
    ],
  ])('%s are refused in words', async (_what, bytes, type, status, words) => {
    const { body } = await send(bytes, type).expect(status);
    expect(body.title).toMatch(words);
  });
});
