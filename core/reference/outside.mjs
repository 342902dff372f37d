import { execFileSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const here = (path) => fileURLToPath(new URL(path, import.meta.url));
const works = (command, args) => {
  try {
    execFileSync(command, args, { stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
};
/** Debian's ngspice, a general-purpose circuit simulator. */
export const hasSimulator = works("ngspice", ["--version"]);
/** Debian's python3-scipy. */
export const hasScipy = existsSync("/usr/bin/python3") && works("/usr/bin/python3", ["-c", "import scipy"]);

/** Runs a netlist in the simulator and reads its ASCII raw file: one array a vector, names in lower case. */
export function simulate(netlist) {
  const dir = mkdtempSync(join(tmpdir(), "mirvek-sim-"));
  try {
    writeFileSync(join(dir, "c.cir"), netlist);
    const started = process.hrtime.bigint();
    const output = execFileSync("ngspice", ["-b", "-r", join(dir, "c.raw"), join(dir, "c.cir")], {
      env: { ...process.env, SPICE_ASCIIRAWFILE: "1" },
      stdio: ["ignore", "pipe", "pipe"],
    }).toString();
    const wholeMs = Number(process.hrtime.bigint() - started) / 1e6;
    return { vectors: readRaw(readFileSync(join(dir, "c.raw"), "utf8")), output, wholeMs };
  } finally {
    rmSync(dir, { recursive: true });
  }
}

function readRaw(text) {
  const [head, body] = text.split(/^Values:\s*$/m);
  const names = [...head.split(/^Variables:\s*$/m)[1].matchAll(/^\s*\d+\s+(\S+)/gm)].map((m) => m[1].toLowerCase());
  const numbers = body.trim().split(/\s+/);
  const out = Object.fromEntries(names.map((n) => [n, []]));
  for (let at = 0; at < numbers.length;) {
    at++; // point index
    for (const name of names)
      out[name].push(numbers[at++].includes(",") ? numbers[at - 1].split(",").map(Number) : Number(numbers[at - 1]));
  }
  return out;
}

/** Output of a Python script beside this file, as JSON. */
export const python = (script) => JSON.parse(execFileSync("/usr/bin/python3", [here(script)]).toString());

/**
 * Reference values: made afresh where the tool is installed, else as stored. `MIRVEK_REMAKE=1` writes what was made afresh, with
 * the command that made it. Fresh and stored values that differ by more than `close` (relative) fail the caller.
 */
export function reference(name, command, available, make, close = 1e-3) {
  const file = here(`stored/${name}.json`);
  const stored = existsSync(file) ? JSON.parse(readFileSync(file, "utf8")).values : null;
  if (!available) {
    if (stored === null) throw new Error(`nothing stored for ${name} and its tool is not installed`);
    return stored;
  }
  const values = make();
  if (process.env.MIRVEK_REMAKE === "1" || stored === null) writeFileSync(file, JSON.stringify({ command, values }, null, 2) + "\n");
  else
    for (const [key, value] of Object.entries(stored)) {
      const [a, b] = [value, values[key]].map((v) => (Array.isArray(v) ? v.map(Number) : [Number(v)]));
      a.forEach((v, i) => {
        if (Math.abs(v - b[i]) > close * Math.max(Math.abs(v), 1e-6)) throw new Error(`${name}.${key}: stored ${v}, made afresh ${b[i]}`);
      });
    }
  return values;
}
