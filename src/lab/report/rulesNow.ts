import { REDUCTION_RULE } from '@/core/reduction/reduceTrace';

/** The rules of computation, as a report carries them: another number may give other figures from the same data. */
export const RULES_NOW = `reduction ${REDUCTION_RULE}`;
