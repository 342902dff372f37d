import { closeSync, fstatSync, openSync, readSync } from "node:fs";
import { basename } from "node:path";
import { analyseWav, compareSounds, type AnalysedSound, type SoundIssue } from "../src/sound";

// ./mirvek sound FILE.wav … [--reference OTHER.wav]: what each recording shows, as JSON, one line each where there are several.

const args = process.argv.slice(2);
const at = args.indexOf("--reference");
const reference = at >= 0 ? args[at + 1] : undefined;
const files = at >= 0 ? [...args.slice(0, at), ...args.slice(at + 2)] : args;
if (files.length === 0 || (at >= 0 && reference === undefined)) refuse("usage: ./mirvek sound FILE.wav … [--reference OTHER.wav]");

function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

const sentences: { [C in SoundIssue["code"]]: (i: Extract<SoundIssue, { code: C }>) => string } = {
  empty: () => "the file is empty.",
  notWav: () => "this is no WAV file.",
  badHeader: (i) => `the header is damaged (${i.what}).`,
  noFormat: () => "the header says nothing of the format.",
  noSamples: () => "there are no samples in it.",
  codec: (i) => `its samples are packed (format ${i.tag}); plain PCM or float is wanted.`,
  channels: (i) => `it has ${i.found} channels; 1 to 8 are read.`,
  rate: (i) => `its rate is ${i.found} samples a second; 8,000 to 192,000 are read.`,
  bits: (i) => `its samples have ${i.found} bits; 8 to 32, or float of 32 or 64, are read.`,
  tooShort: (i) => `it is ${i.seconds.toFixed(2)} s long; a fifth of a second is the least.`,
  notNumbers: (i) => `${(100 * i.share).toFixed(1)} % of its samples are no numbers.`,
};
const said = (issue: SoundIssue): string => (sentences[issue.code] as (i: SoundIssue) => string)(issue);

/** @throws Error in words where the file cannot be read or is refused */
function analysed(file: string): AnalysedSound {
  let handle: number;
  try {
    handle = openSync(file, "r");
  } catch {
    throw new Error(`${file} cannot be read.`);
  }
  try {
    const stat = fstatSync(handle);
    if (!stat.isFile()) throw new Error(`${file} is no file.`);
    const read = (from: number, length: number): Uint8Array => {
      const bytes = new Uint8Array(length);
      return bytes.subarray(0, readSync(handle, bytes, 0, length, from));
    };
    const result = analyseWav({ size: stat.size, read });
    if (!result.ok) throw new Error(`${file}: ${said(result.issue)}`);
    return result.value!;
  } finally {
    closeSync(handle);
  }
}

const round = (_key: string, value: unknown) =>
  typeof value === "number" && !Number.isInteger(value) ? Number(value.toPrecision(6)) : value;

let failed = false;
let other: AnalysedSound | null = null;
try {
  other = reference === undefined ? null : analysed(reference);
} catch (error) {
  refuse((error as Error).message);
}
for (const file of files) {
  try {
    const own = analysed(file);
    const against = other ? compareSounds(own, other) : null;
    const findings = [...own.report.findings, ...(against ?? []).flatMap((c) => c.findings)];
    const answer = {
      ...own.report,
      file: basename(file),
      ...(own.format.truncated ? { truncated: true } : {}),
      ...(own.notNumbers > 0 ? { notNumbers: own.notNumbers } : {}),
      findings,
      ...(against
        ? { reference: { file: basename(reference!), channels: against.map(({ aligned, bands }) => ({ aligned, bands })) } }
        : {}),
    };
    process.stdout.write(`${JSON.stringify(answer, round, files.length > 1 ? 0 : 2)}\n`);
  } catch (error) {
    failed = true;
    if (files.length === 1) refuse((error as Error).message);
    process.stdout.write(`${JSON.stringify({ mirvekSound: 1, file: basename(file), error: (error as Error).message })}\n`);
  }
}
process.exit(failed ? 1 : 0);
