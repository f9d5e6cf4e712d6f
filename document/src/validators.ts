// Loaded by whoever checks values: at a server at once, in a browser with the first step.
import { useValidators } from './schemaProblems';
import * as compiled from './validators.generated';

useValidators(compiled);
