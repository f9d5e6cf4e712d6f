// What the two commands share: running a program, and installing when the lock file changed.
import { spawn } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/**
 * Runs a program in the repository; answers its exit code. What ends this process ends first the program and all that
 * it has begun: they are a group of their own.
 */
export function run(program, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { cwd: root, stdio: 'inherit', detached: true, ...options });
    let asked = null;
    const end = (signal) => {
      asked = signal;
      try {
        process.kill(-child.pid, signal);
      } catch {
        // It has ended by itself.
      }
    };
    for (const signal of ENDING) process.on(signal, end);
    child.on('error', reject);
    child.on('exit', (code, signal) => {
      for (const each of ENDING) process.off(each, end);
      if (asked) process.kill(process.pid, asked);
      resolve(code ?? (signal ? 1 : 0));
    });
  });
}

const ENDING = ['SIGINT', 'SIGTERM', 'SIGHUP'];

/** Runs a program that must succeed. */
export async function must(program, args, options) {
  const code = await run(program, args, options);
  if (code !== 0) throw new Error(`${program} ${args.join(' ')} ended with code ${code}`);
}

/** Installs exactly what the lock file names, unless that was done already. */
export async function install() {
  const lock = join(root, 'package-lock.json');
  const installed = join(root, 'node_modules/.package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages (npm ci) …');
  await must('npm', ['ci', '--no-fund', '--no-audit']);
}
