/** A change that the lab does not make, with the reason in words; thrown inside a transaction it rolls all back. */
export class Refused extends Error {
  constructor(
    message: string,
    /** The field at fault, where there is one. */
    readonly field?: string,
  ) {
    super(message);
    this.name = 'Refused';
  }
}
