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
      expect(body.title).toContain('token: load the page again and enter it');
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

  it('of several cookies of its name, as other paths leave them, one that is right is enough', async () => {
    const first = await server.request.get(`/?token=${TOKEN}`).expect(303);
    const [cookie] = first.headers['set-cookie'] as unknown as string[];
    const [pair] = cookie.split(';');
    const wrong = `pencil_bend=${'0'.repeat(64)}`;
    for (const cookies of [`${wrong}; ${pair}`, `${pair}; ${wrong}`, `pencil_bend=; other=1;${pair}`]) {
      await server.request.get('/').set('Cookie', cookies).expect(200);
    }
    await server.request.get('/').set('Cookie', `${wrong}; x${pair}`).expect(401);
  });

  it('leads nowhere else than to this server', async () => {
    for (const path of ['//evil.example/', '///evil.example/', '/\\evil.example/', '//evil.example/%2f..']) {
      const { headers } = await server.request.get(`${path}?token=${TOKEN}`).expect(303);
      expect(headers['location']).toMatch(/^\/[^/\\]/);
      expect(new URL(headers['location'], 'http://127.0.0.1').host).toBe('127.0.0.1');
    }
  });

  it('is asked for by a page where a browser comes without it; its form leaves the cookie and the address', async () => {
    const asked = await server.request.get('/bench/some').set('Accept', 'text/html,*/*;q=0.8').expect(401);
    expect(asked.text).toContain('<label for="token">');
    expect(asked.headers['content-security-policy']).toContain("form-action 'self'");
    const wrong = await server.request
      .post('/bench/some')
      .type('form')
      .set('Accept', 'text/html')
      .send({ token: 'guess' });
    expect([wrong.status, wrong.text]).toEqual([401, expect.stringContaining('That is not the token')]);
    const right = await server.request.post('/bench/some').type('form').send({ token: TOKEN }).expect(303);
    expect(right.headers['location']).toBe('/bench/some');
    expect(String(right.headers['set-cookie'])).toContain('HttpOnly');
    const foreign = server.request.post('/').type('form').set('Origin', 'https://evil.example');
    await foreign.send({ token: TOKEN }).expect(403);
  });

  it('can be tried wrongly ten times a minute; then right ones wait too, and those who are in stay in', async () => {
    const first = await server.request.get(`/?token=${TOKEN}`).expect(303);
    const [cookie] = first.headers['set-cookie'] as unknown as string[];
    for (let i = 0; i < 10; i++) await server.request.get(`/?token=guess-${i}`).expect(401);
    for (const token of ['guess-11', TOKEN]) {
      const { body } = await server.request.get(`/api/projects`).set('Authorization', `Bearer ${token}`).expect(429);
      expect(body.title).toContain('wait a minute');
    }
    await server.request.get('/').set('Cookie', cookie.split(';')[0]).expect(200);
    // An address with an old token, once written down, does not throw them out either.
    const old = await server.request.get('/?token=old&tab=2').set('Cookie', cookie.split(';')[0]).expect(303);
    expect(old.headers['location']).toBe('/?tab=2');
  });
});
