import { VERSION } from '../project/format';
import { commandArgs } from './commandArgs';
import { curvesFile } from './curves';
import { asDefinitions, asDocument } from './jsonSchema';
import { Type } from '@sinclair/typebox';
import { LINES, name, object, record, WORDS } from './kit';
import { project } from './project';
import { step } from './step';
import * as wire from './wire';

const SITE = 'https://pencil-bend.example/schema';

const schemas = { project, step, name, ...commandArgs };

/** What values are checked against, by name. */
export type CheckedName = keyof typeof schemas;
export const checked = Object.keys(schemas) as readonly CheckedName[];
export const checkedSchema = asDefinitions(schemas, `${SITE}/checked-${VERSION}.json`);

const { title, description } = project;
const projectFile = object(
  {
    ...project.properties,
    pointSets: Type.Optional(
      record(Type.String({ contentEncoding: 'base64' }), {
        description:
          'The points of measured sets, by the names of their content, which are the first 32 digits of its SHA-256: x y z of each in mm, numbers of 64 bits (IEEE 754), the low byte first.',
      }),
    ),
  },
  { title, description },
);

/** The JSON Schema of the project file, for whoever reads or writes one. */
export const projectSchema = asDocument(projectFile, `${SITE}/project-${VERSION}.json`);

/** The JSON Schema of a file of curves alone. */
export const curvesSchema = asDocument(curvesFile, `${SITE}/curves-1.json`);

/** What a server answers, by the names of `wire.ts`. */
export const wireSchema = asDefinitions(wire, `${SITE}/wire-${VERSION}.json`);

const LETTERS = 'must have a character that can be seen, and none that controls the text around it';

/** What a text has to match, as people are told. */
export const patternsInWords: Readonly<Record<string, string>> = { [WORDS]: LETTERS, [LINES]: LETTERS };
