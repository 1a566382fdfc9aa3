/** A variance and the degrees of freedom behind it. */
export interface Variance {
  variance: number;
  freedom: number;
}
