import { TestServer } from '../testServer.fixture';
import { LARGEST_PICTURE } from './pictures';

/** The smallest PNG there is: one transparent pixel (its bytes from memory; the server looks at the beginning only). */
const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'); // prettier-ignore
const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);

let server: TestServer;
let project: string;
beforeEach(async () => {
  server = await TestServer.start();
  project = await server.create();
});
afterEach(() => server.end());

const send = (bytes: Buffer, type = 'image/png') => server.request.post(`/api/projects/${project}/pictures`).set('Content-Type', type).send(bytes); // prettier-ignore

describe('pictures of a project', () => {
  it.each([
    ['image/png', PNG],
    ['image/jpeg', JPEG],
  ])('%s comes back as it was sent, also after a restart, and beside the log', async (type, bytes) => {
    const { body } = await send(bytes, type).expect(201);
    await server.restart();
    const read = await server.request.get(`/api/projects/${project}/pictures/${body.id}`).buffer(true).expect(200);
    expect(read.headers['content-type']).toBe(type);
    expect(Buffer.compare(read.body, bytes)).toBe(0);
    expect((await server.opened(project)).revision).toBe(0);
  });

  it('the same picture is kept once, and goes along with a copy of the project', async () => {
    const [first, second] = [await send(PNG), await send(PNG)];
    expect(first.body).toEqual(second.body);
    const copy = await server.request.post(`/api/projects/${project}/copies`).send({}).expect(201);
    await server.request.get(`/api/projects/${copy.body.id}/pictures/${first.body.id}`).expect(200);
    await server.request.delete(`/api/projects/${project}`).expect(200);
    await server.request.delete(`/api/projects/${project}?forever`).expect(204);
    await server.request.get(`/api/projects/${project}/pictures/${first.body.id}`).expect(404);
    await server.request.get(`/api/projects/${copy.body.id}/pictures/${first.body.id}`).expect(200);
  });

  it.each([
    ['a text that says it is a picture', Buffer.from('<svg onload="alert(1)"/>'), 'image/png', 415, 'A picture is a PNG or a JPEG file; this is neither'], // prettier-ignore
    ['another type', PNG, 'application/octet-stream', 415, 'A picture is sent as image/png or image/jpeg'],
    ['too large a picture', Buffer.concat([PNG, Buffer.alloc(LARGEST_PICTURE.bytes)]), 'image/png', 413, 'larger than 20 MB'], // prettier-ignore
  ])('refuses %s', async (_what, bytes, type, status, words) => {
    const { body } = await send(bytes, type).expect(status);
    expect(body.title).toContain(words);
  });

  it('knows no picture of a project that is not there', async () => {
    await server.request.post('/api/projects/nowhere/pictures').set('Content-Type', 'image/png').send(PNG).expect(404);
    await server.request.get(`/api/projects/${project}/pictures/none`).expect(404);
  });
});
