export { median } from "./statistics";
export { normal, pick, seededRandom } from "./random";
