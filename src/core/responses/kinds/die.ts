import { known } from '../../outcome';
import { dieValue } from '../../reduction/dieValue';
import { inWindow, type Kind } from '../kind';
import { NO_READING } from '../measuredRun';

/** The rise of the die over room air, restated at the nominal watts. */
export const DIE: Kind<'die'> = {
  valueOf: ({ die }) => (die ? known(dieValue(die)) : NO_READING),
  figure: (_, basis) =>
    `the mean rise of the die over room air ${inWindow(basis)}, ${
      basis.program
        ? 'with the watts that the program drew'
        : 'converted to the nominal load from the measured power'
    }`,
};
