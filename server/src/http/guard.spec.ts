import { TestServer } from '../testServer.fixture';

let server: TestServer;
afterEach(() => server.end());

const get = (path: string, headers: Record<string, string>) => server.request.get(path).set(headers);
const post = (headers: Record<string, string>) =>
  server.request.post('/api/projects').set(headers).send({ name: 'Foreign' });

describe('on loopback', () => {
  beforeEach(async () => {
    server = await TestServer.start();
  });

  it.each(['127.0.0.1:4173', 'localhost:4173', '[::1]:4173', 'localhost'])('is known as %s', async (host) => {
    await get('/api/projects', { Host: host }).expect(200);
  });

  it.each(['evil.example', 'evil.example:4173', '127.0.0.1.evil.example', '192.168.1.5:4173', 'a b', '[::1'])(
    'is not known as "%s": a foreign name that leads here is told off, pages included',
    async (host) => {
      for (const path of ['/', '/api/projects']) {
        const { body } = await get(path, { Host: host }).expect(421);
        expect(body.title).toContain('not known as');
      }
    },
  );

  it('takes nothing from pages of other places, other ports and sandboxed frames', async () => {
    const host = { Host: '127.0.0.1:4173' };
    for (const origin of ['https://evil.example', 'http://127.0.0.1:8080', 'http://localhost:4173', 'null']) {
      await post({ ...host, Origin: origin }).expect(403);
    }
    for (const site of ['cross-site', 'same-site']) {
      await post({ ...host, 'Sec-Fetch-Site': site }).expect(403);
      await get('/api/projects', { ...host, 'Sec-Fetch-Site': site }).expect(403);
      for (const path of ['/api', '/api/', '/api/health', '/api/projects/', '/api/nothing']) {
        await get(path, { ...host, Origin: 'https://evil.example', 'Sec-Fetch-Site': site }).expect(403);
      }
    }
    expect((await get('/api/projects', host)).body).toEqual([]);
  });

  it('takes what its own pages send, and lets links from elsewhere lead to its pages', async () => {
    const host = { Host: '127.0.0.1:4173' };
    await post({ ...host, Origin: 'http://127.0.0.1:4173', 'Sec-Fetch-Site': 'same-origin' }).expect(201);
    await post(host).expect(201);
    await get('/', { ...host, 'Sec-Fetch-Site': 'cross-site' }).expect(200);
  });

  it('answers nothing of the API under another way to write its address', async () => {
    await server.create();
    for (const path of ['/API/projects', '/api/Projects', '//api/projects', '/api//projects', '/%61pi/projects']) {
      const { text } = await server.request.get(path);
      expect(text).not.toContain('Kettle');
    }
  });

  it('takes no form of another page: only JSON that says it is', async () => {
    await server.request.post('/api/projects').type('form').send({ name: 'Form' }).expect(415);
    await server.request.post('/api/projects').type('text/plain').send('{"name":"Text"}').expect(415);
    const { body } = await server.request
      .post('/api/projects')
      .unset('Content-Type')
      .send('{"name":"Bare"}')
      .expect(415);
    expect(body.title).toContain('Content-Type: application/json');
    await server.request.post('/api/projects/nobody/copies').set('Content-Length', '0').expect(404);
    expect((await get('/api/projects', {})).body).toEqual([]);
  });
});

describe('on an address that others reach', () => {
  it('is known by bare addresses and by the names its operator gave', async () => {
    server = await TestServer.start({ address: '0.0.0.0', hosts: ['bench.example'] });
    for (const host of ['192.168.1.5:4173', 'bench.example', 'Bench.Example:80', '[fe80::1]:4173']) {
      await get('/api/projects', { Host: host }).expect(200);
    }
    await get('/api/projects', { Host: 'evil.example' }).expect(421);
  });
});
