// Bundles the server with the layers below it; packages from the registry stay outside.
import process from 'node:process';
import { build } from 'esbuild';

const own = '@pencil-bend/';
await build({
  // Another one may be named.
  entryPoints: process.argv[2] ? [process.argv[2]] : ['src/main.ts', 'src/checkDatabase.ts'],
  entryNames: '[name]',
  outdir: 'dist',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  plugins: [
    {
      name: 'registry-packages-stay-outside',
      setup: ({ onResolve }) =>
        onResolve({ filter: /^[^.]/ }, ({ path, kind }) =>
          kind !== 'entry-point' && !path.startsWith(own) && !path.startsWith('/') ? { path, external: true } : null,
        ),
    },
  ],
});
