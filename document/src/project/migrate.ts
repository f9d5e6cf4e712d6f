import { FORMAT, VERSION } from './project';

type Members = Readonly<Record<string, unknown>>;

/** What each version of the format changed in the one before. */
const TO_NEXT: Readonly<Record<number, (project: Members) => Members>> = {
  // A grid can be set; a sheet of before follows the zoom, as it did.
  1: (project) => ({ ...project, grid: null }),
  // Layers have a colour, can be locked and hold references; there are groups.
  2: (project) => ({
    ...project,
    layers: Object.fromEntries(
      Object.entries((project['layers'] ?? {}) as Members).map(([id, layer]) => [
        id,
        { ...(layer as object), colour: null, locked: false, reference: false },
      ]),
    ),
    groups: {},
  }),
  // Steps tell facts in place of a text; the drawing is the same.
  3: (project) => project,
  // Items may have a note.
  4: (project) => project,
  // There are sets of points.
  5: (project) => project,
  // Joints stand with the curves that follow; there were none before. There are blends.
  6: ({ joints: _joints, ...project }) => project,
};

/** A project of an older version of the format as one of this version; whatever else comes is given back as it is. */
export function migrate(value: unknown): unknown {
  let project = (typeof value === 'object' && value !== null ? value : {}) as Members;
  if (project['format'] !== FORMAT || !isOlder(project['version'])) return value;
  while (isOlder(project['version'])) {
    project = { ...TO_NEXT[project['version']](project), version: project['version'] + 1 };
  }
  return project;
}

const isOlder = (version: unknown): version is number =>
  typeof version === 'number' && version < VERSION && Object.hasOwn(TO_NEXT, version);
