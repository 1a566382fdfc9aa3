import { DRAW, LEAST_FREEDOM } from '../constants';
import type { DoubtTerm } from '../doubt';

interface Repeats {
  mounts: number;
  passes: number;
}

/**
 * The term of an entry’s mounts as it is expected to be after more of them: the same spread, over more mounts and passes, known with the
 * freedom that it will have (DOUBT 5, Power); both of two that are compared are taken to be repeated alike.
 *
 * Example: 0.25 K² from one mount, assumed: 0.125 from two, drawn from six degrees of freedom.
 */
export function knownAfter(term: DoubtTerm, now: Repeats, then: Repeats): DoubtTerm {
  const { variance, freedom, sharedPart = 0, passesPart = 0 } = term;
  const own = 1 / freedom - sharedPart;
  const passes = (passesPart * now.mounts * now.passes) / (then.mounts * then.passes);
  const mounts = ((variance - passesPart) * now.mounts) / then.mounts;
  const added = 2 * (then.mounts - now.mounts);
  if (added === 0) return { ...term, variance: mounts + passes, passesPart: passes };
  // Where all of it is assumed, nothing is known of the rig yet.
  const ofRig = own > 1e-9 && sharedPart > 0 ? (DRAW * own) / sharedPart : 0;
  const drawn = 1 / (DRAW + then.mounts - 1);
  const shared = (DRAW * drawn) / Math.max(LEAST_FREEDOM, ofRig + added);
  return {
    ...term,
    ...{ variance: mounts + passes, freedom: 1 / (drawn + shared), sharedPart: shared, passesPart: passes },
  };
}
