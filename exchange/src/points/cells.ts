import Papa from 'papaparse';

export const DELIMITERS = ['\t', ';', ',', ' '] as const;
export type Delimiter = (typeof DELIMITERS)[number];

/**
 * The cells of each line, trimmed, without empty ones at its end; none of an empty line. Quoted as in RFC 4180, but a cell
 * ends with its line at the latest: a quotation mark that nothing closes spoils one row, not all that follow.
 */
export function cellsOf(lines: readonly string[], delimiter: Delimiter): string[][] {
  const text = delimiter === ' ' ? lines.map((line) => line.trim().replace(/\s+/g, ' ')) : lines;
  const rows = text.map((line) => (line.includes('"') ? quoted(line, delimiter) : line.split(delimiter)));
  for (const row of rows) {
    for (let i = 0; i < row.length; i++) row[i] = row[i].trim();
    while (row.length > 0 && row[row.length - 1] === '') row.pop();
  }
  return rows;
}

const quoted = (line: string, delimiter: Delimiter): string[] =>
  Papa.parse<string[]>(line, { delimiter, newline: '\n' }).data[0] ?? [];
