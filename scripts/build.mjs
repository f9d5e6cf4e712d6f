// Builds the validators, the server and the web application.
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';
import { must } from './run.mjs';

export async function build() {
  await must('npm', ['run', '--silent', 'generate']);
  await must('npm', ['run', '--silent', '--workspace', 'server', 'build']);
  await must('npm', ['run', '--silent', '--workspace', 'web', 'build'], {
    // Small scripts that are always fetched together become one.
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', NG_BUILD_OPTIMIZE_CHUNKS: '1' },
  });
  await compress();
}

/** Lays each script and style sheet beside itself as small as it gets, which takes too long to do at every request. */
async function compress() {
  const folder = join(dirname(fileURLToPath(import.meta.url)), '../web/dist/web/browser');
  const names = (await readdir(folder)).filter((name) => /\.(js|css)$/.test(name));
  await Promise.all(
    names.map(async (name) => {
      const path = join(folder, name);
      await writeFile(`${path}.br`, await promisify(brotliCompress)(await readFile(path)));
    }),
  );
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) await build();
