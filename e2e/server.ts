import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './freePort';

/** The real server in a process of its own, for tests that end it; its data folder outlives it. */
export class OwnServer {
  readonly address: string;
  readonly data = mkdtempSync(join(tmpdir(), 'pencil-bend-data-'));
  private process: ChildProcess | null = null;

  private constructor(
    readonly port: number,
    private readonly environment: Readonly<Record<string, string>>,
  ) {
    this.address = `http://127.0.0.1:${port}`;
  }

  /** Not started yet. */
  static async make(environment: Readonly<Record<string, string>> = {}): Promise<OwnServer> {
    return new OwnServer(await freePort(), environment);
  }

  async start(...flags: readonly string[]): Promise<void> {
    const child = spawn('node', ['../server/dist/main.js', ...flags], {
      env: { ...process.env, PENCIL_BEND_PORT: String(this.port), PENCIL_BEND_DATA: this.data, ...this.environment },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.process = child;
    await new Promise<void>((resolve, reject) => {
      child.stdout?.once('data', () => resolve());
      child.once('exit', (code) => reject(new Error(`the server ended with code ${code}`)));
    });
  }

  /** Ends it with a signal and waits until it is gone; answers its exit code. */
  async end(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<number | null> {
    const child = this.process;
    this.process = null;
    if (!child || child.exitCode !== null) return child?.exitCode ?? null;
    const gone = new Promise<number | null>((resolve) => child.once('exit', resolve));
    child.kill(signal);
    return gone;
  }

  /** What the checker says of its database. */
  check(): Promise<Checked> {
    return checked(this.data);
  }
}

/** The checker's exit code and words. */
export interface Checked {
  readonly code: number | null;
  readonly words: string;
}

export function checked(data: string): Promise<Checked> {
  const child = spawn('node', ['../server/dist/checkDatabase.js'], { env: { ...process.env, PENCIL_BEND_DATA: data } });
  let words = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => (words += text.toString()));
  return new Promise((resolve) => child.once('exit', (code) => resolve({ code, words })));
}
