/** The registry's package has no types of its own; arrays count from 1. */
declare module "quadprog" {
  export function solveQP(D: number[][], d: number[], A: number[][], b: number[]): { solution: number[] };
}
