import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { secured, webBuild } from './webBuild';

const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-web-'));
const names = ['index.html', 'chunk-ABCDEFGH.js', 'chunk-d9k-uL_3.js', 'worker-ABCDEFGH.js'];
for (const name of names) writeFileSync(join(folder, name), '/**/');
const server = express().use(secured, webBuild(folder)).listen(0, '127.0.0.1');
const headersOf = async (path: string) =>
  (await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`)).headers;

beforeAll(async () => {
  if (!server.listening) await once(server, 'listening');
});

afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  rmSync(folder, { recursive: true });
});

describe('the web application', () => {
  it.each(['/', '/bench/x', '/worker-ABCDEFGH.js'])('%s says what it may load, be framed by and open', async (path) => {
    const headers = await headersOf(path);
    expect(headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(headers.get('x-frame-options')).not.toBeNull();
  });

  it.each(['/chunk-ABCDEFGH.js', '/chunk-d9k-uL_3.js'])(
    '%s carries what guards it, is kept for good, and carries nothing that is for pages',
    async (path) => {
      const headers = await headersOf(path);
      expect(headers.get('x-content-type-options')).toBe('nosniff');
      expect(headers.get('cross-origin-resource-policy')).toBe('same-origin');
      expect(headers.get('cache-control')).toContain('immutable');
      expect(headers.get('content-security-policy')).toBeNull();
      expect(headers.get('x-frame-options')).toBeNull();
    },
  );
});
