import { figure, type ShopConstants } from "../../knowledge";
import type { CataloguePart } from "../catalogue";
import type { PositionNeeds } from "../needs";
import type { FitNote, Refusal } from "./rule";

const isRigid = (mounting: CataloguePart["mounting"]): boolean => mounting === "screw" || mounting === "snapIn";
const FITS_HOLES = 0.3;
const off = (part: CataloguePart, needs: PositionNeeds): number | null =>
  needs.pitch === null || part.pitch === null || isRigid(part.mounting) !== isRigid(needs.mounting)
    ? null
    : Math.abs(part.pitch - needs.pitch);

/** Whether its leads go straight into the holes; null where the holes or its pitch are not known. */
export function fitsHoles(part: CataloguePart, needs: PositionNeeds): boolean | null {
  const by = off(part, needs);
  return by === null ? null : by <= FITS_HOLES;
}

/** Rules about room and mounting. A can may become loose parts; nothing else gives up its mounting. */
export function sizeRules(constants: ShopConstants, part: CataloguePart, needs: PositionNeeds): Refusal[] {
  const broken: Refusal[] = [];
  const lies = part.mounting === "axial" && needs.mounting === "axial";
  if (needs.maxHeight !== null && !lies && part.height > needs.maxHeight)
    broken.push({ code: "tooTall", height: part.height, most: needs.maxHeight });
  if (needs.maxDiameter !== null && part.diameter > needs.maxDiameter)
    broken.push({ code: "tooWide", diameter: part.diameter, most: needs.maxDiameter });
  const by = off(part, needs);
  if (by !== null && by > figure(constants, "choose.formed")) broken.push({ code: "pitch", pitch: part.pitch!, needed: needs.pitch! });
  if (!goesOnto(part.mounting, needs)) broken.push({ code: "mounting" });
  return broken;
}

function goesOnto(mounting: CataloguePart["mounting"], needs: PositionNeeds): boolean {
  if (mounting === needs.mounting) return true;
  const wired = mounting === "radial" || mounting === "axial";
  // loose parts replace a can or a part that was screwed down; a wired part can stand on pads
  if (needs.technology === "can") return wired || mounting === "snapIn";
  return (
    wired &&
    (needs.mounting === "radial" ||
      needs.mounting === "axial" ||
      needs.mounting === "screw" ||
      (needs.mounting === "smd" && mounting === "radial"))
  );
}

/** What to mind about room and mounting. */
export function sizeNotes(part: CataloguePart, needs: PositionNeeds): FitNote[] {
  const notes: FitNote[] = [];
  if (needs.mounting === "screw" || (needs.technology === "can" && part.mounting !== needs.mounting)) {
    if (part.mounting !== needs.mounting || part.technology !== "can") notes.push({ code: "standsAlone" });
  } else if (needs.mounting === "smd" && part.mounting !== "smd") notes.push({ code: "leadsOnPads" });
  else if (part.mounting === "axial" && needs.mounting === "radial") notes.push({ code: "axialAsRadial" });
  else if (part.mounting === "radial" && needs.mounting === "axial") notes.push({ code: "radialAsAxial" });
  if (needs.can && needs.can.length > 0) notes.push({ code: "canSection", others: needs.can });
  if (fitsHoles(part, needs) === false) notes.push({ code: "formLeads", pitch: part.pitch!, hole: needs.pitch! });
  if (needs.maxHeight === null && needs.maxDiameter === null && needs.diameter === null) notes.push({ code: "sizeUnknown" });
  return notes;
}
