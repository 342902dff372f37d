declare const unit: unique symbol;
type Quantity<U extends string> = number & { readonly [unit]: U };

export type Farads = Quantity<"F">;
export type Ohms = Quantity<"Ω">;
export type Volts = Quantity<"V">;
export type Amperes = Quantity<"A">;
export type Watts = Quantity<"W">;
export type Joules = Quantity<"J">;
export type Hertz = Quantity<"Hz">;
export type Seconds = Quantity<"s">;
/** Temperature in degrees Celsius: the scale every capacitor is marked in. */
export type Celsius = Quantity<"°C">;
/** Case sizes stay in millimetres, as drawings and catalogues give them. */
export type Millimetres = Quantity<"mm">;

function above<U extends string>(what: string, symbol: U, floor: "positive" | "zero") {
  return (value: number): Quantity<U> => {
    const holds = floor === "positive" ? value > 0 : value >= 0; // NaN fails both
    if (!holds || !Number.isFinite(value))
      throw new RangeError(`${what} must be ${floor === "positive" ? "above" : "at least"} 0 ${symbol}, got ${value}`);
    return value as Quantity<U>;
  };
}

function anyFinite<U extends string>(what: string, symbol: U) {
  return (value: number): Quantity<U> => {
    if (!Number.isFinite(value)) throw new RangeError(`${what} must be a finite number of ${symbol}, got ${value}`);
    return value as Quantity<U>;
  };
}

/** Capacitance in farads, above 0. @throws RangeError on zero, negative, NaN or infinite */
export const farads = above("capacitance", "F", "positive");
/** Resistance in ohms, 0 or more. @throws RangeError on negative, NaN or infinite */
export const ohms = above("resistance", "Ω", "zero");
/** Potential in volts, either sign. @throws RangeError on NaN or infinite */
export const volts = anyFinite("voltage", "V");
/** Current in amperes, either sign. @throws RangeError on NaN or infinite */
export const amperes = anyFinite("current", "A");
/** Power in watts, 0 or more. @throws RangeError on negative, NaN or infinite */
export const watts = above("power", "W", "zero");
/** Energy in joules, 0 or more. @throws RangeError on negative, NaN or infinite */
export const joules = above("energy", "J", "zero");
/** Frequency in hertz, above 0. @throws RangeError on zero, negative, NaN or infinite */
export const hertz = above("frequency", "Hz", "positive");
/** Time in seconds, 0 or more. @throws RangeError on negative, NaN or infinite */
export const seconds = above("time", "s", "zero");
/** Temperature in °C, any finite value. @throws RangeError on NaN or infinite */
export const celsius = anyFinite("temperature", "°C");
/** Length in millimetres, above 0. @throws RangeError on zero, negative, NaN or infinite */
export const millimetres = above("length", "mm", "positive");
