// verb-nurbs looks for a browser's name of the global object.
(globalThis as { window?: unknown }).window ??= globalThis;
