/** Sentences of the screens in components/powerUp. */
export const powerUpWords = {
  // PowerUpStation
  unitTakesNoPower: "This unit takes no power of its own: nothing to power up.",
  oneHandInsulatedTools:
    "One hand, insulated tools. A lamp or a transformer makes nothing safe to touch; work on the mains side behind an " +
    "isolating transformer, mains wiring by licensed practice and local code.",
  usualKind: "usual for its kind",
  enterWhatDrawsIdle: "Enter what it draws at idle: idle should be 40w.",
  wattsLamp: "Watts of the lamp",
  limitSupply: "Limit of the supply",
  limitAbove: "The limit is above the",
  unitStoppedSetLower: "the unit is stopped at: set it lower.",
  onceFoundRepeatSame: "Once found, repeat the same step:",
  setSwitch: "Set it and switch on",
  poweredUpEveryStep: "Powered up: every step read as it should.",
  expectedVoltsCircuitSupply:
    "Expected volts by the circuit of its supply at that mains, as it is set up under Simulate, scaled to what each point should read.",
  expectedVoltsProportionMains: "Expected volts in proportion to the mains: no circuit of its supply can be solved.",
  railsBehindRegulatorUsual:
    "Rails behind a regulator at the usual volts are taken as regulated. Enter what a point should read: rail main should be 40v.",
  overRatedVolts: "Over its rated volts",
  lampFor: (idle: string, from: string, watts: number) => `It draws about ${idle} at idle (${from}): use a lamp of ${watts} W.`,
} as const;
