// Bundles the server with the layers below it; packages from the registry stay outside.
import { build } from 'esbuild';

const own = '@pencil-bend/';
await build({
  entryPoints: ['src/main.ts', 'src/checkDatabase.ts'],
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
