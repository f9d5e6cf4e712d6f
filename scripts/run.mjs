// What the two commands share: running a program, and installing when the lock file changed.
import { spawn } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a program in the repository; answers its exit code. */
export function run(program, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { cwd: root, stdio: 'inherit', ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)));
  });
}

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
