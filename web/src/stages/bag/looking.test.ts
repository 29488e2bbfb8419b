import * as fc from "fast-check";
import { expect, test } from "vitest";
import { looked, type Glance, type Looking } from "./looking";

const start: Looking = {
  stage: "size",
  shown: "sheet",
  manner: "drawn",
  piece: 0,
  pass: 0,
  facet: null,
  checked: null,
  read: null,
  pointed: [],
};

test("a pass is shown on the piece that lies on the board", () => {
  const now = looked({ ...start, piece: 2 }, { kind: "pass", pass: 3, piece: 1 });
  expect([now.pass, now.piece]).toEqual([3, 1]);
});

test("from the ways one comes back to the sheet, and from there to the bag", () => {
  const ways = looked(start, { kind: "show", shown: "ways" });
  const sheet = looked(ways, { kind: "swap" });
  expect([sheet.shown, looked(sheet, { kind: "swap" }).shown]).toEqual(["sheet", "bag"]);
});

test("pointing at the same again changes nothing, so that nothing is drawn anew", () => {
  const glance: Glance = { kind: "facet", index: 4, outside: false };
  const once = looked(start, glance);
  expect(looked(once, glance)).toBe(once);
  expect(looked(start, { kind: "facet", index: null, outside: true })).toBe(start);
  expect(looked(once, { ...glance, outside: true }).facet).toEqual({ index: 4, outside: true });
});

const glances: fc.Arbitrary<Glance> = fc.oneof(
  fc.record({ kind: fc.constant("stage" as const), stage: fc.constantFrom("size" as const, "cut" as const) }),
  fc.record({ kind: fc.constant("swap" as const) }),
  fc.record({ kind: fc.constant("piece" as const), piece: fc.nat(5) }),
  fc.record({ kind: fc.constant("check" as const), checked: fc.option(fc.nat(9)) }),
  fc.record({ kind: fc.constant("facet" as const), index: fc.option(fc.nat(9)), outside: fc.boolean() }),
  fc.record({ kind: fc.constant("point" as const), about: fc.array(fc.constant({ what: "tab" as const })) }),
);

test("a glance changes what it is about and nothing else", () => {
  const about: Record<string, (keyof Looking)[]> = {
    stage: ["stage"],
    swap: ["shown"],
    piece: ["piece"],
    check: ["checked"],
    facet: ["facet"],
    point: ["pointed"],
  };
  fc.assert(
    fc.property(fc.array(glances), glances, (before, glance) => {
      const now = before.reduce(looked, start);
      const next = looked(now, glance);
      for (const field of Object.keys(start) as (keyof Looking)[]) {
        if (!about[glance.kind]!.includes(field)) expect(next[field]).toBe(now[field]);
      }
    }),
  );
});
