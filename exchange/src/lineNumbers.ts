/** Of places in a text the numbers of their lines, which are counted when they are first asked for. */
export class LineNumbers {
  private starts: number[] | null = null;

  constructor(private readonly text: string) {}

  /** From 1. */
  at(offset: number): number {
    const starts = (this.starts ??= this.counted());
    let [low, high] = [0, starts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (starts[middle] < offset) low = middle + 1;
      else high = middle;
    }
    return low + 1;
  }

  /** The line of a place and its column, both from 1. */
  placeAt(offset: number): { readonly line: number; readonly column: number } {
    const line = this.at(offset);
    return { line, column: offset - (line > 1 ? (this.starts?.[line - 2] ?? 0) : -1) };
  }

  /** Where the line breaks stand. */
  private counted(): number[] {
    const breaks: number[] = [];
    for (let i = this.text.indexOf('\n'); i >= 0; i = this.text.indexOf('\n', i + 1)) breaks.push(i);
    return breaks;
  }
}
