import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Express } from 'express';
import pino from 'pino';
import supertest from 'supertest';
import type { DataSource } from 'typeorm';
import { checkDatabase } from './database/check';
import { openDatabase } from './database/dataSource';
import { failingDriver, type Faults } from './database/failingDriver.fixture';
import { DatabaseLock } from './database/databaseLock';
import { makeApp, type Parts } from './http/app';
import type { KeptProjects } from './projects/contract';
import { storeOver } from './projects/storeOver';

const OWN: Parts['settings'] = { address: '127.0.0.1', hosts: [], token: null, web: '' };

/** The whole server without a port, on a data folder of its own that is gone at the end. */
export class TestServer {
  source!: DataSource;
  store!: KeptProjects;
  /** What goes wrong in SQLite; takes effect with the next start. */
  faults?: Faults;
  app!: Express;

  private constructor(
    readonly folder: string,
    private readonly settings: Partial<Parts['settings']>,
    private readonly log = pino({ level: 'silent' }),
  ) {}

  static async start(settings: Partial<Parts['settings']> = {}, log?: pino.Logger): Promise<TestServer> {
    const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-'));
    writeFileSync(join(folder, 'index.html'), '<pb-root ngCspNonce="PENCIL_BEND_NONCE"></pb-root>');
    const server = new TestServer(folder, settings, log);
    await server.open();
    return server;
  }

  private async open(): Promise<void> {
    const database = await DatabaseLock.over(
      async () => (this.source = await openDatabase(this.folder, this.faults && failingDriver(this.faults))),
    );
    const store = storeOver(database);
    this.store = store.projects;
    const settings = { ...OWN, web: this.folder, ...this.settings };
    this.app = makeApp({
      ...store,
      settings,
      log: this.log,
    });
  }

  async restart(): Promise<void> {
    if (this.source.isInitialized) await this.source.destroy();
    await this.open();
  }

  /** Whatever a test sent, the database is sound afterwards, unless the test spoilt it by hand. */
  async end({ spoilt = false } = {}): Promise<void> {
    const { wrong } = this.source.isInitialized && !spoilt ? await checkDatabase(this.source.manager) : { wrong: [] };
    if (this.source.isInitialized) await this.source.destroy();
    rmSync(this.folder, { recursive: true });
    if (wrong.length > 0) throw new Error(wrong.join('\n'));
  }

  get request() {
    return supertest(this.app);
  }

  async create(body: object = { name: 'Kettle' }): Promise<string> {
    return (await this.request.post('/api/projects').send(body).expect(201)).body.id as string;
  }

  append(id: string, revision: number, steps: readonly unknown[]) {
    return this.request.post(`/api/projects/${id}/steps`).set('If-Match', `"${revision}"`).send({ steps });
  }

  async opened(id: string) {
    return (await this.request.get(`/api/projects/${id}`).expect(200)).body;
  }
}

export { done, draw, stamp } from './steps.fixture';
