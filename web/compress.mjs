// After the build: every script and style once more as brotli, which the gate sends to those who take it.
import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { brotliCompressSync, constants } from "node:zlib";

const folder = fileURLToPath(new URL(".next/static", import.meta.url));
for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(js|css)$/.test(entry.name)) continue;
  const file = join(entry.parentPath, entry.name);
  const text = readFileSync(file);
  const params = { [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT, [constants.BROTLI_PARAM_SIZE_HINT]: text.length };
  writeFileSync(`${file}.br`, brotliCompressSync(text, { params }));
}
