import type { ErrorObject, ValidateFunction } from 'ajv';
import { type Problem, pointerParts } from './problem';
import * as compiled from './validators.generated';

export type SchemaName = Exclude<keyof typeof compiled, 'wordsPattern'>;

/** What a value breaks in one of the schemas, checked by code compiled ahead: nothing is evaluated at run time. */
export function schemaProblems(schema: SchemaName, value: unknown): Problem[] {
  const validate = compiled[schema] as ValidateFunction;
  if (validate(value)) return [];
  return (validate.errors ?? []).map((error) => ({ path: error.instancePath, message: describe(error, value) }));
}

/** The compiled code says what is broken in keywords and figures; words would come in every one of its thousand places. */
function describe({ keyword, params, instancePath }: ErrorObject, value: unknown): string {
  const limit = params['limit'] as number;
  switch (keyword) {
    case 'maximum':
    case 'minimum': {
      const given = pointerParts(instancePath).reduce((at, part) => (at as Record<string, unknown>)[part], value);
      // Lengths are all held to the same limit; what else has it is a weight.
      const isLength = Math.abs(limit) === LONGEST_MM && !instancePath.endsWith('/weight');
      const most = isLength ? `${(limit / 1000).toLocaleString('en')} m` : numberShown(limit);
      return `${numberShown(given as number)}${isLength ? ' mm' : ''} is ${keyword === 'maximum' ? 'more' : 'less'} than ${most}`;
    }
    case 'exclusiveMinimum':
      return `must be more than ${limit}`;
    case 'exclusiveMaximum':
      return `must be less than ${limit}`;
    case 'minItems':
    case 'minProperties':
      return `needs at least ${limit} of them`;
    case 'maxItems':
    case 'maxProperties':
      return `may have at most ${limit} of them`;
    case 'uniqueItems':
      return `number ${Number(params['i']) + 1} is there twice`;
    case 'required':
      return `the member '${params['missingProperty']}' is missing`;
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
        : `must match the pattern ${params['pattern']}`;
    case 'maxLength':
      return `may have ${params['limit']} characters at most`;
    case 'type':
      return params['type'] === 'number' ? 'must be a finite number' : `must be of type ${params['type']}`;
    case 'propertyNames':
      return `'${params['propertyName']}' cannot be a name here`;
    case 'false schema':
      return 'must not be there';
    case 'discriminator':
      return params['error'] === 'mapping'
        ? `there is no ${params['tag']} '${params['tagValue']}' here`
        : `the ${params['tag']} must be a text`;
    case 'anyOf':
    case 'oneOf':
    case 'if':
      return 'has none of the forms that are possible here';
    default:
      return keyword;
  }
}

/** As the schema has it, in mm. */
const LONGEST_MM = 1e9;

/** 1,234.5; 1e12; 1e-9 */
const numberShown = (value: number): string =>
  value === 0 || (Math.abs(value) >= 1e-3 && Math.abs(value) < 1e9)
    ? value.toLocaleString('en')
    : value.toExponential().replace('e+', 'e');
