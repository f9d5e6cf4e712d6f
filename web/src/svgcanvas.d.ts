/** The part of the package that is used: it has no types of its own. */
declare module 'svgcanvas' {
  /** What is drawn on it, as a canvas is drawn on, becomes SVG. */
  export class Context {
    constructor(width: number, height: number);
    getSerializedSvg(fixNamedEntities?: boolean): string;
  }
  export class Element {
    constructor(options: { readonly width: number; readonly height: number });
    readonly ctx: Context;
    getContext(kind: '2d'): Context;
  }
}
