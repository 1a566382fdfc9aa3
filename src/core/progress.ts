/** Tells how far a long piece of work has come: what is being done, and the share of it that is done, 0 to 1. */
export type Tell = (what: string, share: number) => void;

export const noProgress: Tell = () => undefined;
