import './fixedClock';
import fc from 'fast-check';

// The same cases every time, so that a change is judged by itself; FAST_CHECK_SEED looks elsewhere.
fc.configureGlobal({ seed: Number(process.env.FAST_CHECK_SEED ?? 20261125) });
