// Fails when a package that ships with the application has a licence that is not permissive (fonts: OFL).
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './run.mjs';

const PERMISSIVE = new Set([
  'MIT',
  'ISC',
  'BSD-2-Clause',
  'BSD-3-Clause',
  '0BSD',
  'Apache-2.0',
  'BlueOak-1.0.0',
  'OFL-1.1',
  'Zlib',
]);
/** Licence files that were read, for packages whose metadata does not name an SPDX licence. */
const READ = { 'node_modules/primeng@21.1.10': 'MIT' };

const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
const shipped = Object.entries(packages).filter(
  ([path, { dev, link, peer }]) => path.startsWith('node_modules/') && !dev && !link && !peer,
);
const isPermissive = (licence) =>
  String(licence)
    .replace(/[()]/g, '')
    .split(' OR ')
    .some((option) => option.split(' AND ').every((part) => PERMISSIVE.has(part.trim())));
const bad = shipped.filter(([path, { version, license }]) => !isPermissive(READ[`${path}@${version}`] ?? license));
for (const [path, { version, license }] of bad) console.error(`${path}@${version}: ${license}`);
console.log(`${shipped.length} packages ship, ${bad.length} without a permissive licence`);
process.exit(bad.length > 0 || shipped.length === 0 ? 1 : 0);
