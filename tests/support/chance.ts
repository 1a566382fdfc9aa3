export { seededChance } from '../../src/core/statistics/chance';
