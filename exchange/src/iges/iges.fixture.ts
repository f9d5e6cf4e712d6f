/** An entity as a test writes it: its type, its parameters, and what its entry says beside that. */
export interface WrittenEntity {
  readonly type: number;
  readonly fields: string;
  readonly form?: number;
  readonly level?: number;
  readonly transform?: number;
  readonly colour?: number;
  readonly status?: string;
}

/** A file of these entities; the first one is D1, the next D3. */
export function igesFile(entities: readonly WrittenEntity[], { units = '2,2HMM', model = '1.' } = {}): string {
  const card = (text: string, letter: string, number: number) => text.padEnd(72) + letter + String(number).padStart(7);
  const directory: string[] = [];
  const parameters: string[] = [];
  for (const { type, fields, form = 0, level = 0, transform = 0, colour = 0, status = '00000000' } of entities) {
    const entry = directory.length + 1;
    const text = `${type},${fields};`;
    const lines = text.match(/.{1,64}/g) ?? [];
    const row = (...values: readonly (number | string)[]) => values.map((value) => String(value).padStart(8)).join('');
    directory.push(card(row(type, parameters.length + 1, 0, 1, level, 0, transform, 0, status), 'D', entry));
    directory.push(card(row(type, 0, colour, lines.length, form, '', '', '', 0), 'D', entry + 1));
    for (const line of lines)
      parameters.push(card(line.padEnd(64) + String(entry).padStart(8), 'P', parameters.length + 1));
  }
  const global = `1H,,1H;,4Htest,8Htest.igs,1Ha,1Ha,32,38,6,308,15,4Htest,${model},${units},1,0.35,15H20261202.060000,1.D-6,100.,,,11,0;`;
  const globals = (global.match(/.{1,72}/g) ?? []).map((line, i) => card(line, 'G', i + 1));
  const end = `S      1G${String(globals.length).padStart(7)}D${String(directory.length).padStart(7)}P${String(parameters.length).padStart(7)}`;
  return [card('A test.', 'S', 1), ...globals, ...directory, ...parameters, card(end, 'T', 1), ''].join('\n');
}
