// docs/figures.md is written by several commands, each with sections of its own.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './run.mjs';

const file = join(root, 'docs/figures.md');
/** The sections that are not the benchmark's, in their order. */
const OTHERS = ['Campaign', 'Mutants'];

/** The text in parts, each from its heading on; the first is what stands before all headings. */
const parts = () => readFileSync(file, 'utf8').split(/^(?=## )/m);
const titleOf = (part) => /^## (.*)$/m.exec(part)?.[1] ?? '';
const write = (all) => writeFileSync(file, `${all.map((part) => part.trim()).join('\n\n')}\n`);

/** What the benchmark has measured, with what others wrote kept after it. */
export function writeBenchmark(text) {
  write([text, ...parts().filter((part) => OTHERS.includes(titleOf(part)))]);
}

/** One section of another command, in place of what it wrote before. */
export function writeSection(title, text) {
  const sections = new Map(parts().map((part) => [titleOf(part), part]));
  sections.set(title, `## ${title}\n\n${text}`);
  const own = [...sections.keys()].filter((each) => !OTHERS.includes(each));
  write([...own, ...OTHERS].flatMap((each) => sections.get(each) ?? []));
}
