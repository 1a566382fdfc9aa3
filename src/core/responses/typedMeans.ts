import { RESPONSES, type TypedMean } from './responses';

/** Seconds until the limit, where no log tells them. */
export const LIMIT_AFTER = 'limit_after_s';

/**
 * Everything that a response takes from a mean that was typed: whatever is added to the registry with a channel of its own can be
 * typed, read from a bundle, kept through every edit and logged.
 */
export const TYPED_MEANS: readonly TypedMean[] = [
  ...RESPONSES.flatMap(({ channel }) => channel ?? []),
  { heading: LIMIT_AFTER, label: 'At the limit after, s', bound: 'timeS' },
];
