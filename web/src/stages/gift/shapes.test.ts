import { array, assert, boolean, constantFrom, property } from "fast-check";
import { expect, test } from "vitest";
import { asGift, EMPTY, fieldOf, oneByOne, SHAPES, type Kind } from "./shapes";

const kinds = Object.keys(SHAPES) as Kind[];

test("nothing is asked for until every measure is typed", () => {
  assert(
    property(
      constantFrom(...kinds),
      boolean(),
      array(constantFrom("", "  ", "3", "2 1/2"), { minLength: 3, maxLength: 3 }),
      (kind, byRound, texts) => {
        const thing = { ...EMPTY, kind, byRound };
        const fields = SHAPES[kind].measures.map(([field]) => fieldOf(thing, field));
        thing.measures = Object.fromEntries(fields.map((field, index) => [field, texts[index] ?? ""]));
        const gift = asGift([thing], "side_by_side", "", "");
        const whole = fields.every((_, index) => texts[index]?.trim());
        expect(gift !== null).toBe(whole);
        // Measured once round, it is not measured across as well.
        if (gift) expect(Object.keys(gift.things[0] ?? {}).sort()).toEqual(["kind", ...fields].sort());
      },
    ),
  );
});

test("several things are all there, or nothing is asked for", () => {
  const ball = { kind: "ball" as const, measures: { across: "3" }, byRound: false };
  expect(asGift([ball, ball], "stacked", " 1/4 ", "")).toEqual({
    things: [
      { kind: "ball", across: "3" },
      { kind: "ball", across: "3" },
    ],
    together: "stacked",
    room: "1/4",
  });
  expect(asGift([ball, EMPTY], "side_by_side", "", "")).toBeNull();
});

test("things alike are counted, and each knows its form", () => {
  const ball = { kind: "ball" as const, measures: { across: "3" }, byRound: false };
  const things = [{ ...ball, count: 3 }, ball];
  expect(asGift(things, "two_rows", "", "")?.things).toHaveLength(4);
  expect(oneByOne(things)).toEqual([0, 0, 0, 1]);
});
