import { STANDARD_CONSTANTS } from "../src/knowledge";
import { readFileSync } from "node:fs";
import { readCase, traceCase, type CaseIssue, type RippleSolver } from "../src/job";
import { predictRipple } from "../src/diagnosis";

// ./mirvek trace CASE.json: prints who is suspected, why, and what to do next, as JSON. "-" reads standard input.

const [file] = process.argv.slice(2);
if (file === undefined) refuse("usage: ./mirvek trace CASE.json   (- for standard input)");

function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

const sentences: { [C in CaseIssue["code"]]: (i: Extract<CaseIssue, { code: C }>) => string } = {
  notACase: () => "This is no case: an object with mirvekCase, unit and findings is wanted.",
  version: (i) => `Cases of version 1 are read; this one says ${JSON.stringify(i.found)} under mirvekCase.`,
  unknownToken: (i) => `${i.at}: ${JSON.stringify(i.token)} is unknown. Known: ${i.known.join(", ")}.`,
  wrongKind: (i) => `${i.at}: ${i.wanted} is wanted.`,
  part: (i) => `${i.at}: “${i.text}” is not understood (${i.why}).`,
  line: (i) => `${i.at}: “${i.text}” is not understood (${i.why}).`,
};

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return refuse("This file is no JSON.");
  }
}

function text(): string {
  try {
    return readFileSync(file === "-" ? 0 : file!, "utf8");
  } catch {
    return refuse(`${file} cannot be read.`);
  }
}

const read = readCase(parsed(text()));
const solved = new Map<string, ReturnType<RippleSolver>>();
const solve: RippleSolver = (question) => {
  const key = JSON.stringify(question);
  if (!solved.has(key)) solved.set(key, predictRipple(STANDARD_CONSTANTS, question));
  return solved.get(key)!;
};
const answer = read.ok ? traceCase(read.value, solve, "asked") : read;
if (!answer.ok) refuse((sentences[answer.issue.code] as (i: CaseIssue) => string)(answer.issue));
const round = (_key: string, value: unknown) =>
  typeof value === "number" && !Number.isInteger(value) ? Number(value.toPrecision(4)) : value;
process.stdout.write(`${JSON.stringify(answer.value, round, 2)}\n`);
