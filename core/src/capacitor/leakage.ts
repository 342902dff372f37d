import { amperes, volts, type Amperes, type Farads, type Ohms, type Volts } from "../units";

/**
 * Leakage current a wet aluminium part may have at rated volts after 2 to 5 minutes: 0.01·C·V (C in µF gives µA) or 3 µA,
 * whichever is greater (form of IEC 60384-4, from memory). In amperes.
 * @example leakageLimit(farads(100e-6), volts(50)) // 50e-6
 */
export function leakageLimit(nominal: Farads, rated: Volts): Amperes {
  return amperes(Math.max(0.01 * nominal * rated, 3e-6));
}

/**
 * How far a leaking coupling capacitor shifts the DC of the next stage: V dc · R grid / (R grid + R leak). In volts; exact for
 * a stage whose input draws no current.
 */
export function couplingShift(across: Volts, following: Ohms, leak: Ohms): Volts {
  return volts((across * following) / (following + leak));
}
