export {
  amperes,
  celsius,
  farads,
  hertz,
  joules,
  millimetres,
  ohms,
  seconds,
  volts,
  watts,
  type Amperes,
  type Celsius,
  type Farads,
  type Hertz,
  type Joules,
  type Millimetres,
  type Ohms,
  type Seconds,
  type Volts,
  type Watts,
} from "./quantity";
export { formatEngineering, type UnitSymbol } from "./engineering";
export { parseValue, type ParsedValue } from "./parseValue";
export type { Result } from "./result";
export { ownValue, wordTable } from "./wordTable";
