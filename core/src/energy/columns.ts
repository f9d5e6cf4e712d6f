/** How much of an unknown move a control point takes part in. */
export interface Column {
  readonly place: number;
  readonly share: number;
}

/** For each distinct control point the unknown moves it takes part in: its own, none, or those it depends on. */
export type Columns = readonly (readonly Column[])[];
