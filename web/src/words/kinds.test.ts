import { expect, test } from "vitest";
import { BACKINGS, BUILDS, CLOSURES, CREASES, EXTRAS, STOCKS, TOPS } from "./kinds";

/** Words that mean something else as well; the compiler keeps those. */
const ELSEWHERE = new Set([
  "none",
  "raw",
  "flap",
  "centre",
  "pair",
  "strip",
  "insert",
  "tag",
  "mats",
  "strap",
  "hangers",
]);
for (const word of ["band", "pocket", "template", "medallion", "sheets", "wrap"]) ELSEWHERE.add(word);

const names = [BUILDS, TOPS, CREASES, BACKINGS, CLOSURES, EXTRAS, STOCKS]
  .flatMap((map) => Object.keys(map))
  .filter((name) => !ELSEWHERE.has(name));

/** Comparisons with the name of a kind: a new one would pass them in silence. */
const compares = (code: string) =>
  names.filter((name) => new RegExp(`[!=]==? "${name}"|"${name}" [!=]==?|case "${name}":`).test(code));

test("what is silent is found", () => {
  expect(compares('if (brief.build?.kind === "joined") return;')).toEqual(["joined"]);
  expect(compares('switch (kind) { case "hem_in": return 1; }')).toEqual(["hem_in"]);
  expect(compares('return { kind: "joined", cuts };')).toEqual([]);
});

test("nothing but the kinds themselves compares with the name of one", () => {
  const sources = import.meta.glob<string>(["../**/*.ts", "../**/*.tsx", "!../**/*.test.ts"], {
    query: "?raw",
    import: "default",
    eager: true,
  });
  expect(Object.keys(sources).length).toBeGreaterThan(150);
  const found = Object.entries(sources)
    .filter(([file]) => !file.endsWith("/kinds.ts"))
    .flatMap(([file, code]) => compares(code).map((name) => `${file} compares with ${name}`));
  expect(found).toEqual([]);
});
