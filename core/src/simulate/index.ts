export { renderHearing, type Hearing } from "./hearing";
export { inventedCatalogue } from "./catalogue";
export { readCapacitance, readEsr, type SimulatedMeter, type TrueState } from "./meter";
export { PROGRAMMES, programme, type Made, type ProgrammeName } from "./programme";
export { sickUnit, type SickFault, type SickSide } from "./sickUnit";
export {
  addClicks,
  addCrackle,
  addHiss,
  addHum,
  addOffset,
  addSwing,
  addTone,
  clipAt,
  dropOut,
  thinOut,
  weaken,
  type HumShape,
} from "./sickSound";
export { PRACTICE_UNITS, type PracticeUnit } from "./practice";
export { idleLines, proofLines, stepLines, worldOf } from "./world";
