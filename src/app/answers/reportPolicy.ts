/**
 * What a file for readers may do: show what it carries in itself and ask for nothing, in an origin of its own. Of scripts its own policy, in
 * the file, allows the one that answers readers, by its hash; a file of before allows none.
 */
export const REPORT_POLICY =
  "default-src 'none'; img-src data:; media-src data:; font-src data:; style-src 'unsafe-inline'; script-src 'unsafe-inline'; frame-ancestors 'none'; sandbox allow-scripts allow-downloads";

/** A picture as SVG, the same. */
export const PICTURE_POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; font-src data:; frame-ancestors 'none'; sandbox";

const REPORTS = /^\/(shared\/[^/]+|round-ups\/\d+\/verdict\/(report|embed|versions\/\d+\/report))\/?$/;
const PICTURES = /^\/round-ups\/\d+\/(verdict\/picture|photos\/[^/]+)\/?$/;

/**
 * The policy of a path that is no page of ours; null for one of ours.
 *
 * @example policyOf('/shared/abc') → REPORT_POLICY
 */
export function policyOf(path: string): string | null {
  return REPORTS.test(path) ? REPORT_POLICY : PICTURES.test(path) ? PICTURE_POLICY : null;
}
