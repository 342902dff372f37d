/** Sentences of the screens in components/adjust. */
export const adjustWords = {
  // AdjustStation
  leadsTestJigChecked: "Leads and test jig checked. ",
  firstCheckLeadsTest: "First check the leads and the test jig: test leads 0.08, jig ok. ",
  warmUpGo: (ends: string) => `Warm-up: ${ends} to go.`,
  warmReadAgainAdjust: "Warm: read again and adjust.",
  readColdLetWarm: "Read cold, let it warm up, read again; adjust; read once more.",
  startWarmUpClock: "Start the warm-up clock",
  cannotBeAdjustedInto:
    "cannot be adjusted into the window. That is evidence of a fault: swap devices and see whether it follows, or measure the bias chain.",
  enterWindowOverWhich: "Enter the window and over which resistor:",
  mainsWattmeter: "; or by the mains wattmeter:",
  valveValve: "; or valve by valve:",
  mainsWattmeterToo: "By the mains wattmeter",
  everythingMinimumFullyCounter: "Everything to minimum (fully counter-clockwise) first:",
  minimumThenOneChannel: (down: string, steps: string) => `At minimum ${down}; then ${steps} as one channel after the other is set.`,
  shouldBe: "as it should be",
  swapTwoValvesRead: ": swap two valves and read again. What moves with the valve is the valve; what stays is its socket",
  idleCurrentBelowWindow: (low: string, high: string, note: string) =>
    `Idle current: ${low} to ${high}${note}. Below the window: adjust up to its lower edge; inside: leave; above: ` +
    `adjust down to its upper edge.`,
  idleCurrentNoWindow: "Idle current: no window entered yet.",
} as const;
