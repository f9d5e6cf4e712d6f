// What doing and checking steps takes. Loaded by whoever does some: at a server at once, in a browser with the first.
import { attempt, preview } from './command/attempt';
import { perform } from './command/perform';
import { addsHandles, commandOf, isLossy } from './command/registry';
import { rememberNear } from './recipe/nearPoints';
import { checkProject } from './project/check';
import { useSteps } from './stepsCode';
import './validators';

useSteps({ attempt, preview, perform, isLossy, addsHandles, rememberNear });

export { addsHandles, attempt, checkProject, commandOf, isLossy, perform, preview };
