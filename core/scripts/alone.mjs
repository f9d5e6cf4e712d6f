// Installs the built package in an empty folder, without a registry, and uses it there from JavaScript and TypeScript.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const core = join(dirname(fileURLToPath(import.meta.url)), '..');
const folder = mkdtempSync(join(tmpdir(), 'pencil-bend-core-'));

function must(program, args, cwd = folder) {
  const { status, stdout, stderr } = spawnSync(program, args, { cwd, encoding: 'utf8' });
  if (status !== 0) throw new Error(`${program} ${args.join(' ')} ended with code ${status}\n${stdout}${stderr}`);
  return stdout;
}

const PROGRAM = `import { circle, closestPoint, FRONT, type Curve } from '@pencil-bend/core';

const rim: Curve = circle(FRONT, [0, 0, 0], 25);
const { distance } = closestPoint(rim, [30, 40, 0]);
if (Math.abs(distance - 25) > 1e-9) throw new Error(\`the rim lies \${distance} mm away\`);
`;

try {
  must('node', ['scripts/build.mjs'], core);
  const packed = must('npm', ['pack', '--silent', join(core, 'dist'), '--pack-destination', folder]).trim();
  writeFileSync(join(folder, 'package.json'), '{ "private": true, "type": "module" }');
  must('npm', ['install', '--offline', '--silent', '--no-audit', '--no-fund', join(folder, packed)]);
  writeFileSync(join(folder, 'use.ts'), PROGRAM);
  const tsc = join(core, '../node_modules/typescript/bin/tsc');
  // The strictest way to resolve modules, as Node.js does it.
  must('node', [tsc, '--strict', '--module', 'nodenext', '--target', 'es2022', 'use.ts']);
  must('node', ['use.js']);
  console.log(`${packed} installs and works alone`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
