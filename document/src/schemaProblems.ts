import type { ErrorObject, ValidateFunction } from 'ajv';
import { type Problem, pointerParts } from './problem';
import type { CheckedName } from './schema/published';

type Validators = Readonly<Record<CheckedName, (value: unknown) => boolean>> & {
  readonly patternsInWords: Readonly<Record<string, string>>;
};

let validators: Validators | null = null;

/** Called by `validators.ts` alone, which comes when it is first needed. */
export const useValidators = (compiled: Validators): void => void (validators = compiled);

/**
 * What a value breaks in one of the schemas, checked by code compiled ahead: nothing is evaluated at run time. Throws an
 * Error as long as that code has not been loaded.
 */
export function schemaProblems(schema: CheckedName, value: unknown): Problem[] {
  if (!validators) throw new Error('validators.ts was not loaded');
  const validate = validators[schema] as ValidateFunction;
  if (validate(value)) return [];
  return (validate.errors ?? []).map((error) => ({
    path: error.instancePath,
    message: Object.hasOwn(WORDS, error.keyword) ? WORDS[error.keyword](error.params, error, value) : error.keyword,
  }));
}

type Words = (params: ErrorObject['params'], error: ErrorObject, value: unknown) => string;

const beyond: Words = ({ limit }, { keyword, instancePath }, value) => {
  const given = pointerParts(instancePath).reduce((at, part) => (at as Record<string, unknown>)[part], value);
  // Lengths are all held to the same limit; what else has it is a weight.
  const isLength = Math.abs(limit) === LONGEST_MM && !instancePath.endsWith('/weight');
  const most = isLength ? `${(limit / 1000).toLocaleString('en')} m` : numberShown(limit);
  return `${numberShown(given as number)}${isLength ? ' mm' : ''} is ${keyword === 'maximum' ? 'more' : 'less'} than ${most}`;
};
const tooFew: Words = ({ limit }) => `needs at least ${limit} of them`;
const tooMany: Words = ({ limit }) => `may have at most ${limit} of them`;
const noForm: Words = () => 'has none of the forms that are possible here';

/**
 * By keyword of the schemas. The compiled code says what is broken in keywords and figures; words would come in every
 * one of its thousand places.
 */
export const WORDS: Readonly<Record<string, Words>> = {
  maximum: beyond,
  minimum: beyond,
  exclusiveMinimum: ({ limit }) => `must be more than ${limit}`,
  exclusiveMaximum: ({ limit }) => `must be less than ${limit}`,
  minItems: tooFew,
  minProperties: tooFew,
  maxItems: tooMany,
  maxProperties: tooMany,
  uniqueItems: ({ i, j }) => `number ${Math.max(i, j) + 1} is there twice`,
  required: ({ missingProperty }) => `the member '${missingProperty}' is missing`,
  additionalProperties: ({ additionalProperty }) => `there is no member '${additionalProperty}' in this format`,
  const: ({ allowedValue }) => `must be ${JSON.stringify(allowedValue)}`,
  enum: ({ allowedValues }) => `must be one of ${JSON.stringify(allowedValues)}`,
  pattern: ({ pattern }) => validators?.patternsInWords[pattern] ?? `must match the pattern ${pattern}`,
  maxLength: ({ limit }) => `may have ${limit} characters at most`,
  type: ({ type }) => (type === 'number' ? 'must be a finite number' : `must be of type ${type}`),
  propertyNames: ({ propertyName }) => `'${propertyName}' cannot be a name here`,
  'false schema': () => 'must not be there',
  discriminator: ({ error, tag, tagValue }) =>
    error === 'mapping' ? `there is no ${tag} '${tagValue}' here` : `the ${tag} must be a text`,
  anyOf: noForm,
  oneOf: noForm,
  if: noForm,
};

/** As the schema has it, in mm. */
const LONGEST_MM = 1e9;

/** 1,234.5; 1e12; 1e-9 */
const numberShown = (value: number): string =>
  value === 0 || (Math.abs(value) >= 1e-3 && Math.abs(value) < 1e9)
    ? value.toLocaleString('en')
    : value.toExponential().replace('e+', 'e');
