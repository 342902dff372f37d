declare module "fft.js" {
  /** The package takes typed arrays as well as lists. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    transform(out: number[] | Float64Array, input: ArrayLike<number>): void;
    completeSpectrum(spectrum: number[]): void;
    inverseTransform(out: number[], spectrum: number[]): void;
    realTransform(out: number[] | Float64Array, input: ArrayLike<number>): void;
  }
}
