// npm run demo: installs, builds what changed, and starts the server with the demo project.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setInterval } from 'node:timers';
import { build } from './build.mjs';
import { install, root } from './run.mjs';

const SOURCES = ['core/src', 'document', 'exchange/src', 'server', 'web', 'package-lock.json'];
const NOT_SOURCES = new Set([
  'dist',
  'node_modules',
  '.angular',
  'validators.generated.js',
  'validators.generated.d.ts',
]);

function newest(path) {
  const state = statSync(path);
  if (!state.isDirectory()) return state.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((name) => !NOT_SOURCES.has(name))
      .map((name) => newest(join(path, name))),
  );
}

const built = ['server/dist/main.js', 'web/dist/web/browser/index.html'].map((path) => join(root, path));
const isCurrent = () => {
  if (!built.every(existsSync)) return false;
  const oldest = Math.min(...built.map((path) => statSync(path).mtimeMs));
  return SOURCES.every((path) => newest(join(root, path)) <= oldest);
};

// npm tells its end to the shell between, which keeps it to itself: that shell gone, this is to end too.
const shell = process.ppid;
if (process.env.npm_lifecycle_event) {
  setInterval(() => process.ppid !== shell && process.kill(process.pid, 'SIGTERM'), 200).unref();
}

try {
  await install();
  if (!isCurrent()) await build();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
// In this very process: whatever ends it ends the server, which stops in its own time.
process.argv.push('--demo');
await import('../server/dist/main.js');
