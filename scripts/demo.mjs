// npm run demo: installs, builds what changed, and starts the server with the demo project.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { install, root, run } from './run.mjs';

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

try {
  await install();
  if (!isCurrent()) await build();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
// An interrupt reaches the server too, which stops in its own time.
process.on('SIGINT', () => undefined);
process.exit(await run('node', ['server/dist/main.js', '--demo']));
