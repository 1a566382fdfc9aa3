/** A version as it was published, and what it and those before it corrected. */
export interface ReportVersion {
  number: number;
  publishedAt: string;
  /** Oldest first. */
  corrections: { number: number; at: string; reason: string; changes: string[] }[];
}
