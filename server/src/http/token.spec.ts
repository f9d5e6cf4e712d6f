import { TestServer } from '../testServer.fixture';

const TOKEN = 'kettle-lid-handle-spout';
let server: TestServer;
beforeEach(async () => {
  server = await TestServer.start({ token: TOKEN });
});
afterEach(() => server.end());

describe('the operator\u2019s token', () => {
  it('is asked for everywhere', async () => {
    for (const path of ['/', '/bench/some', '/api/projects', '/api/health', '/index.html']) {
      const { body, headers } = await server.request.get(path).expect(401);
      expect(body.title).toContain('?token=');
      expect(headers['www-authenticate']).toBe('Bearer');
    }
    await server.request.post('/api/projects').send({ name: 'Foreign' }).expect(401);
  });

  it('in the address of a page leaves a cookie and the address', async () => {
    const first = await server.request.get(`/bench/some?token=${TOKEN}&tab=2`).expect(303);
    expect(first.headers['location']).toBe('/bench/some?tab=2');
    const [cookie] = first.headers['set-cookie'] as unknown as string[];
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    expect(cookie).not.toContain(TOKEN);
    const [pair] = cookie.split(';');
    await server.request.get('/bench/some').set('Cookie', pair).expect(200);
    await server.request.post('/api/projects').set('Cookie', `other=1; ${pair}`).send({ name: 'Own' }).expect(201);
    await server.request
      .get('/')
      .set(
        'Cookie',
        pair.replace(/.$/, (last) => (last === '0' ? '1' : '0')),
      )
      .expect(401);
  });

  it('may be a bearer token', async () => {
    await server.request.get('/api/projects').set('Authorization', `Bearer ${TOKEN}`).expect(200);
    await server.request.get('/api/projects').set('Authorization', `Bearer ${TOKEN}x`).expect(401);
    await server.request.get('/?token=wrong').expect(401);
    await server.request.get(`/?token[]=${TOKEN}`).expect(401);
  });
});
