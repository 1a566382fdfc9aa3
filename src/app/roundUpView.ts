import { cache } from 'react';
import * as lab from '@/lab/model/roundUpView';

/** One reading of a round-up for all that a request shows of it: rail, page and title. */
export const roundUpView = cache(lab.viewRoundUp);
