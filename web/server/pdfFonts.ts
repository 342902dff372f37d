import "server-only";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";

// The fonts a PDF is set in, all of which ship with the application, and which of them has which letter. A font is asked for its letters,
// never trusted to have them: a letter that none has would be an empty box.

// found where the application runs, not where it was built
const packages = createRequire(join(process.cwd(), "package.json"));
const folderOf = (name: string) => join(dirname(packages.resolve(`${name}/package.json`)), "files");

/** In the order in which they are asked for a letter. */
const FONTS = [
  ["Text", "@fontsource/atkinson-hyperlegible-next", "atkinson-hyperlegible-next-latin"],
  ["TextExt", "@fontsource/atkinson-hyperlegible-next", "atkinson-hyperlegible-next-latin-ext"],
  ["Latin", "@fontsource/noto-sans", "noto-sans-latin"],
  ["LatinExt", "@fontsource/noto-sans", "noto-sans-latin-ext"],
  ["Greek", "@fontsource/noto-sans", "noto-sans-greek"],
  ["GreekExt", "@fontsource/noto-sans", "noto-sans-greek-ext"],
  ["Cyrillic", "@fontsource/noto-sans", "noto-sans-cyrillic"],
  ["CyrillicExt", "@fontsource/noto-sans", "noto-sans-cyrillic-ext"],
  ["Vietnamese", "@fontsource/noto-sans", "noto-sans-vietnamese"],
] as const;
export type FontName = (typeof FONTS)[number][0];

const fileOf = (folder: string, stem: string, weight: number) => join(folderOf(folder), `${stem}-${weight}-normal.woff`);
export const isFontFile = (path: string): boolean => path.endsWith(".woff");

/** The faces of every font, as the PDF writer wants them. */
export const fontFaces = () =>
  Object.fromEntries(
    FONTS.map(([name, folder, stem]) => {
      const [normal, bold] = [fileOf(folder, stem, 400), fileOf(folder, stem, 700)];
      return [name, { normal, bold, italics: normal, bolditalics: bold }] as const;
    }),
  );

interface OpenedFont {
  hasGlyphForCodePoint(code: number): boolean;
}
let opened: readonly (readonly [FontName, OpenedFont])[] | null = null;
const fonts = () =>
  (opened ??= FONTS.map(([name, folder, stem]) => {
    const { create } = packages("fontkit") as { create(bytes: Buffer): OpenedFont };
    return [name, create(readFileSync(fileOf(folder, stem, 400)))] as const;
  }));

const known = new Map<string, FontName | null>();
/** The first font that has a letter; null where none has. */
export function fontOf(letter: string): FontName | null {
  const code = letter.codePointAt(0)!;
  const before = known.get(letter);
  if (before !== undefined) return before;
  const found = fonts().find(([, font]) => font.hasGlyphForCodePoint(code))?.[0] ?? null;
  known.set(letter, found);
  return found;
}
