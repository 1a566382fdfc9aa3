/** A photograph of a phone has some 5 MB. */
export const MOST_PHOTO_BYTES = 25 * 2 ** 20;
