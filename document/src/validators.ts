import { useValidators } from './schemaProblems';
import * as compiled from './validators.generated';

useValidators(compiled);
