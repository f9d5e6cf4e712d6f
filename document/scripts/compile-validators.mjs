// Compiles the schemas ahead into one self-contained module, since browsers may evaluate nothing at run time, and
// writes the JSON Schemas of the files.
import { Buffer } from 'node:buffer';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Ajv2020 from 'ajv/dist/2020.js';
import standaloneCode from 'ajv/dist/standalone/index.js';
import { build } from 'esbuild';
import prettier from 'prettier';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const source = join(root, 'src');

/** The schemas as they are written, made plain JavaScript. */
async function schemas() {
  const { outputFiles } = await build({
    entryPoints: [join(source, 'schema', 'published.ts')],
    bundle: true,
    format: 'esm',
    platform: 'node',
    write: false,
  });
  return import(`data:text/javascript;base64,${Buffer.from(outputFiles[0].text).toString('base64')}`);
}

/** A schema without what is only for readers. */
const withoutWords = (schema) =>
  JSON.parse(
    JSON.stringify(schema, (key, value) =>
      ['title', 'description'].includes(key) && typeof value === 'string' ? undefined : value,
    ),
  );

const { checked, checkedSchema, curvesSchema, patternsInWords, projectSchema } = await schemas();
const schema = withoutWords(checkedSchema);
const ajv = new Ajv2020.default({
  schemas: [schema],
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
const names = Object.fromEntries(checked.map((name) => [name, `${schema.$id}#/$defs/${name}`]));
for (const reference of Object.values(names)) ajv.getSchema(reference);
// The compiled code looks up what may stand in a place in the schemas, and brings them along; definitions have code of
// their own.
delete schema.$defs;

const bundled = await build({
  stdin: { contents: standaloneCode.default(ajv, names), resolveDir: root },
  bundle: true,
  format: 'esm',
  write: false,
});
await mkdir(source, { recursive: true });
const head = '// Made by scripts/compile-validators.mjs from src/schema/.\n';
const patterns = `export const patternsInWords = ${JSON.stringify(patternsInWords)};\n`;
// Where in the schema a rule stands is written at every rule, and read by nobody.
const code = bundled.outputFiles[0].text.replaceAll(/schemaPath: "[^"]*",? ?/g, '');
await writeFile(join(source, 'validators.generated.js'), head + code + patterns);
const types = checked.map((name) => `export declare const ${name}: (value: unknown) => boolean;\n`);
await writeFile(
  join(source, 'validators.generated.d.ts'),
  `${head}${types.join('')}export declare const patternsInWords: Readonly<Record<string, string>>;\n`,
);

for (const [name, published] of Object.entries({ project: projectSchema, curves: curvesSchema })) {
  const file = join(root, 'schema', `${name}.schema.json`);
  const format = await prettier.resolveConfig(file);
  const text = await prettier.format(JSON.stringify(published, null, 2), { ...format, filepath: file });
  const before = await readFile(file, 'utf8').catch(() => null);
  if (text !== before) await writeFile(file, text);
}
