// Compiles the JSON Schemas ahead into one self-contained module: browsers need no run-time evaluation for it.
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Ajv2020 from 'ajv/dist/2020.js';
import standaloneCode from 'ajv/dist/standalone/index.js';
import { build } from 'esbuild';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** A schema without what is only for readers. */
const read = async (name) =>
  JSON.parse(await readFile(join(root, 'schema', name), 'utf8'), (key, value) =>
    ['title', 'description'].includes(key) && typeof value === 'string' ? undefined : value,
  );
const project = await read('project.schema.json');
const commands = await read('commands.schema.json');
const step = await read('step.schema.json');

const ajv = new Ajv2020.default({
  schemas: [project, commands, step],
  allErrors: false,
  messages: false,
  discriminator: true,
  strict: true,
  strictTypes: false,
  strictRequired: false,
  // Each definition once: what is meant over and over would else be written out over and over.
  inlineRefs: false,
  code: { source: true, esm: true },
});
const names = { project: project.$id, step: step.$id, name: `${project.$id}#/$defs/name` };
for (const name of Object.keys(commands.$defs)) names[name] = `${commands.$id}#/$defs/${name}`;
const { pattern } = project.$defs.words;
for (const reference of Object.values(names)) ajv.getSchema(reference);
// The compiled code looks up what may stand in a place in the schemas, and brings them along; definitions have code of
// their own.
for (const schema of [project, commands, step]) delete schema.$defs;

const bundled = await build({
  stdin: { contents: standaloneCode.default(ajv, names), resolveDir: root },
  bundle: true,
  format: 'esm',
  write: false,
});
const source = join(root, 'src');
await mkdir(source, { recursive: true });
const head = '// Made by scripts/compile-validators.mjs from schema/.\n';
const wordsPattern = `export const wordsPattern = ${JSON.stringify(pattern)};\n`;
// Where in the schema a rule stands is written at every rule, and read by nobody.
const code = bundled.outputFiles[0].text.replaceAll(/schemaPath: "[^"]*",? ?/g, '');
await writeFile(join(source, 'validators.generated.js'), head + code + wordsPattern);
const types = Object.keys(names).map((name) => `export declare const ${name}: (value: unknown) => boolean;\n`);
await writeFile(
  join(source, 'validators.generated.d.ts'),
  `${head}${types.join('')}export declare const wordsPattern: string;\n`,
);
