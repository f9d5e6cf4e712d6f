import { TestServer } from '../testServer.fixture';
import { LARGEST_PICTURE } from '@pencil-bend/document';

/** The smallest PNG there is: one transparent pixel (its bytes from memory). */
const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'); // prettier-ignore

/** A PNG of a size, as far as its header (ISO/IEC 15948, 11.2.2). */
function pngOf(width: number, height: number): Buffer {
  const bytes = Buffer.from(PNG);
  bytes.writeUInt32BE(width, 16);
  bytes.writeUInt32BE(height, 20);
  return bytes;
}

/** A JPEG as far as its frame header (ITU-T T.81, B.2.2). */
function jpegOf(width: number, height: number): Buffer {
  const frame = Buffer.from([0xff, 0xc0, 0, 17, 8, 0, 0, 0, 0, 3, 1, 0x11, 0, 2, 0x11, 0, 3, 0x11, 0]);
  frame.writeUInt16BE(height, 5);
  frame.writeUInt16BE(width, 7);
  const application = [0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0];
  return Buffer.concat([Buffer.from([0xff, 0xd8, ...application]), frame, Buffer.from([0xff, 0xd9])]);
}

const JPEG = jpegOf(60, 40);

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
    ['a picture of too many pixels', pngOf(30_000, 30_000), 'image/png', 413, 'has 30,000 × 30,000 pixels; a picture may have 16,384 on a side and 150 million in all'], // prettier-ignore
    ['one that is large both ways', pngOf(16_000, 16_000), 'image/png', 413, '16,000 × 16,000 pixels'],
    ['a JPEG that is too wide', jpegOf(20_000, 100), 'image/jpeg', 413, '20,000 × 100 pixels'],
    ['a file that ends after its first bytes', PNG.subarray(0, 10), 'image/png', 415, 'this is neither'],
  ])('refuses %s', async (_what, bytes, type, status, words) => {
    const { body } = await send(bytes, type).expect(status);
    expect(body.title).toContain(words);
  });

  it('knows no picture of a project that is not there', async () => {
    await server.request.post('/api/projects/nowhere/pictures').set('Content-Type', 'image/png').send(PNG).expect(404);
    await server.request.get(`/api/projects/${project}/pictures/none`).expect(404);
  });
});
