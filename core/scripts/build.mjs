// Makes dist/, a package of plain modules with their types that needs nothing else of this repository.
import { spawnSync } from 'node:child_process';
import { copyFileSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const core = join(dirname(fileURLToPath(import.meta.url)), '..');
const dist = join(core, 'dist');
rmSync(dist, { recursive: true, force: true });
const compiled = spawnSync('npx', ['tsc', '-p', join(core, 'tsconfig.build.json')], { cwd: core, stdio: 'inherit' });
if (compiled.status !== 0) process.exit(compiled.status ?? 1);

// Outside of bundlers a module is named with its ending.
for (const name of readdirSync(dist, { recursive: true })) {
  if (!/\.(js|d\.ts)$/.test(name)) continue;
  const file = join(dist, name);
  writeFileSync(file, readFileSync(file, 'utf8').replace(/(from |import\()'(\.[^']+)'/g, "$1'$2.js'"));
}
const { name, version, description, license, type } = JSON.parse(readFileSync(join(core, 'package.json'), 'utf8'));
const entry = (file) => ({ types: `./${file}.d.ts`, default: `./${file}.js` });
const exports = { '.': entry('index'), './changing': entry('changing'), './reading': entry('reading') };
const made = { name, version, description, license, type, sideEffects: false, exports };
writeFileSync(join(dist, 'package.json'), `${JSON.stringify(made, null, 2)}\n`);
copyFileSync(join(core, '../LICENSE'), join(dist, 'LICENSE'));
copyFileSync(join(core, '../docs/core.md'), join(dist, 'README.md'));
