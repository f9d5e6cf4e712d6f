// Builds the validators, the server and the web application.
import { pathToFileURL } from 'node:url';
import { must } from './run.mjs';

export async function build() {
  await must('npm', ['run', '--silent', 'generate']);
  await must('npm', ['run', '--silent', '--workspace', 'server', 'build']);
  await must('npm', ['run', '--silent', '--workspace', 'web', 'build'], {
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) await build();
