// npm test: installs, checks, builds and runs every suite; the last line counts them all.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { install, must, root, run } from './run.mjs';

const reports = mkdtempSync(join(tmpdir(), 'pencil-bend-'));
const total = { passed: 0, failed: 0 };

async function check(name, work) {
  console.log(`\n== ${name}`);
  try {
    await work();
    total.passed++;
  } catch (error) {
    console.error(error.message);
    total.failed++;
  }
}

const script = (name) => () => must('npm', ['run', '--silent', name]);

/** Adds what a runner's JSON report counts; a runner that wrote none has failed as a whole. */
function count(file, read) {
  if (!existsSync(file)) {
    total.failed++;
    return;
  }
  const { passed, failed } = read(JSON.parse(readFileSync(file, 'utf8')));
  total.passed += passed;
  total.failed += failed;
}

const fromJest = ({ numPassedTests, numFailedTests, numRuntimeErrorTestSuites }) => ({
  passed: numPassedTests,
  failed: numFailedTests + numRuntimeErrorTestSuites,
});
const fromPlaywright = ({ stats, errors }) => ({
  passed: stats.expected,
  failed: stats.unexpected + stats.flaky + errors.length,
});

const mayInstall = () => process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0;

/** Packages of Debian's, installed without what they only recommend. */
async function installed(...names) {
  await must('apt-get', ['update', '-qq']);
  await must('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...names]);
}

/** Debian's Chromium, installed if this machine may. */
async function chromium() {
  if (existsSync('/usr/bin/chromium')) return;
  if (!mayInstall()) throw new Error('The browser tests need Chromium: sudo apt-get install chromium');
  await installed('chromium');
}

/** Readers that are not ours, which judge the files that are handed over; without them it is said what was not asked. */
async function independentReaders() {
  const missing = Object.entries({ 'occt-draw': '/usr/bin/occt-draw', 'poppler-utils': '/usr/bin/pdftoppm' }).filter(
    ([, file]) => !existsSync(file),
  );
  if (missing.length === 0) return;
  const names = missing.map(([name]) => name);
  const said = `Files that are handed over are judged by independent readers: sudo apt-get install ${names.join(' ')}`;
  if (!mayInstall()) return console.log(said);
  try {
    await installed(...names);
  } catch (error) {
    console.log(`${said} (${error.message})`);
  }
}

try {
  await install();
  await must('npm', ['run', '--silent', 'generate']);
} catch (error) {
  console.error(error.message);
  console.log('0 passed, 1 failed');
  process.exit(1);
}
await check('Types', script('typecheck'));
await check('Lint', script('lint'));
await check('Format', script('format:check'));
await check('Layers', script('layers'));
await check('Licences', script('licences'));
await check('The kernel alone', script('core:alone'));
await check('The store over another database', script('contract'));

await independentReaders();

console.log('\n== Jest');
const jest = join(reports, 'jest.json');
await run('npx', ['jest', '--ci', '--silent', '--maxWorkers=2', '--json', '--outputFile', jest], {
  stdio: ['ignore', 'ignore', 'inherit'],
});
count(jest, fromJest);

await check('Build', build);
await check('Chromium', chromium);

console.log('\n== Playwright');
const playwright = join(reports, 'playwright.json');
await run('npx', ['playwright', 'test', '--reporter=list,json'], {
  cwd: join(root, 'e2e'),
  env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_FILE: playwright },
});
count(playwright, fromPlaywright);

console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed > 0 ? 1 : 0);
