import { SPOILT as spoilt } from './badInput';
import { CHECKS as checks } from './checks';

/** What the runner tells of the stages without playing them. */
export const CHECKS = checks.map(({ name }) => name);
export const SPOILT = spoilt.length;
