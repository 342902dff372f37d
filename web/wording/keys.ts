/** What each key does, place by place. */
export const KEY_GROUPS: readonly { name: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    name: "Everywhere",
    keys: [
      ["?", "this sheet"],
      ["b", "the bench"],
      ["d", "day or night"],
    ],
  },
  {
    name: "Bench",
    keys: [
      ["c", "check in a unit"],
      ["↑ ↓ Enter", "pick and open a job"],
      ["← →", "turn the page"],
      ["/", "find"],
      ["s", "the shop: reference values"],
      ["h", "analyse a recording, without a job"],
      ["e", "bench tools, without a job"],
      ["p", "practice on a simulated unit"],
    ],
  },
  {
    name: "In a job",
    keys: [
      ["r", "entry line"],
      ["n", "go to the next step"],
      ["l", "log of the job"],
      ["1 – 9 0", "stations, check in to power up"],
      ["s g h", "adjust, final test, return"],
      ["u", "undo the last line"],
      ["x ↑ ↓ Enter", "strike out any earlier line"],
      ["o", "override, with a reason"],
      ["t", "say by keys what was tried, seen or heard"],
      ["t s h, space", "the same, in an empty line"],
      ["q", "timers, bad list, latest"],
      ["Alt + key", "any of these while typing a line"],
      ["?  [ ]", "act by a single key while the line is empty"],
    ],
  },
  { name: "Return", keys: [["c", "close the job"]] },
  {
    name: "Sound",
    keys: [
      ["f", "choose a file"],
      ["m", "record, and stop"],
      ["g", "a simulated unit"],
      ["↑ ↓", "pick a finding"],
      ["p", "play only this"],
      ["e", "save the findings to the job"],
      ["v", "compare with the next recording"],
    ],
  },
  {
    name: "Simulate",
    keys: [
      ["[ ]", "another circuit"],
      ["l", "play the ripple"],
      ["k", "save the answer"],
    ],
  },
  {
    name: "Choose parts",
    keys: [
      ["a", "take the first"],
      ["c", "combine several parts"],
      ["j", "replace the whole can by single parts"],
      ["w", "enter a part outside the catalogue"],
      ["v", "hear it"],
      ["y", "the rules"],
    ],
  },
  {
    name: "Power up and Adjust",
    keys: [
      ["a", "next step: set it and switch on"],
      ["f", "power off"],
      ["w", "start the warm-up clock"],
      ["z", "read a simulated unit"],
      ["m", "match devices"],
    ],
  },
  {
    name: "Entry line",
    keys: [
      ["Enter", "save it"],
      ["Tab", "complete the designator"],
      ["↑ ↓", "move the cursor to another part"],
      ["Esc", "clear, then leave"],
    ],
  },
];
