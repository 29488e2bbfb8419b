// Compresses what was built, once: the service hands the copies out as they are.

import { readdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const WORTH = /\.(js|css|html|svg|json|txt)$/;
const SMALLEST = 512;

const files = await readdir("dist", { recursive: true });
for (const name of files.filter((file) => WORTH.test(file))) {
  const path = join("dist", name);
  const bytes = await readFile(path);
  if (bytes.length < SMALLEST) continue;
  const brotli = brotliCompressSync(bytes, {
    params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
  });
  await writeFile(`${path}.br`, brotli);
  await writeFile(`${path}.gz`, gzipSync(bytes, { level: 9 }));
}
