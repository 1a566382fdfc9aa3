export { seededChance } from '../../src/simulator/random';
