import type { ErrorObject, ValidateFunction } from 'ajv';
import { type Problem } from './problem';
import * as compiled from './validators.generated';

export type SchemaName = Exclude<keyof typeof compiled, 'wordsPattern'>;

/** What a value breaks in one of the schemas, checked by code compiled ahead: nothing is evaluated at run time. */
export function schemaProblems(schema: SchemaName, value: unknown): Problem[] {
  const validate = compiled[schema] as ValidateFunction;
  if (validate(value)) return [];
  return (validate.errors ?? []).map((error) => ({ path: error.instancePath, message: describe(error) }));
}

function describe({ keyword, params, message }: ErrorObject): string {
  switch (keyword) {
    case 'additionalProperties':
      return `there is no member '${params['additionalProperty']}' in this format`;
    case 'const':
      return `must be ${JSON.stringify(params['allowedValue'])}`;
    case 'enum':
      return `must be one of ${JSON.stringify(params['allowedValues'])}`;
    case 'pattern':
      // What the schema calls words: names, and whatever else people read in one line.
      return params['pattern'] === compiled.wordsPattern
        ? 'must have a character that can be seen, and none that controls the text around it'
        : (message ?? keyword);
    case 'maxLength':
      return `may have ${params['limit']} characters at most`;
    case 'type':
      return params['type'] === 'number' ? 'must be a finite number' : `must be of type ${params['type']}`;
    default:
      return message ?? keyword;
  }
}
