/** Thrown inside a transaction to roll it back, with why in words; whoever began the transaction catches it. */
export class Refused extends Error {}
