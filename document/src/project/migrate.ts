import { FORMAT, VERSION } from './project';

/** A project of an older version of the format as one of this version; whatever else comes is given back as it is. */
export function migrate(value: unknown): unknown {
  const { format, version } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  if (format !== FORMAT || version !== 1) return value;
  // Version 2 lets a grid be set; a sheet of before follows the zoom, as it did.
  return { ...(value as object), version: VERSION, grid: null };
}
