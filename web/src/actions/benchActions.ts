import { CURVE_ACTIONS } from './curveActions';
import { DRAG_ACTIONS } from './dragActions';
import { JOINT_ACTIONS } from './jointKeys';
import { POINT_ACTIONS } from './pointActions';
import { READING_ACTIONS } from './readingActions';
import { SHEET_ACTIONS } from './sheetActions';
import { TOOL_ACTIONS } from './toolActions';
import type { BenchAction } from './workbench';

/** Every key that is bound and every line of the context menu: the shortcuts page and both are made from this table. */
export const BENCH_ACTIONS: readonly BenchAction[] = [
  ...TOOL_ACTIONS,
  ...POINT_ACTIONS,
  ...DRAG_ACTIONS,
  ...CURVE_ACTIONS,
  ...JOINT_ACTIONS,
  ...SHEET_ACTIONS,
  ...READING_ACTIONS,
];
