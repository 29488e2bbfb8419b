import * as fc from "fast-check";
import { describe, expect, test } from "vitest";
import { replaced, stretches, withScore, withSheet } from "./edit";

describe("words that are changed on the drawing", () => {
  test("a figure is said otherwise where it stands", () => {
    expect(replaced("score at 2, 5½ and 7¾", { from: 12, to: 14 }, "5¾")).toBe("score at 2, 5¾ and 7¾");
  });

  test("a score more is said at the end", () => {
    expect(withScore("", "level", " 2 ")).toBe("Score at 2 from the bottom");
    expect(withScore("12 × 12, ", "upright", "5¾")).toBe("12 × 12. Score at 5¾ from the left");
  });

  test("a sheet is said in place of the one before, or first of all", () => {
    expect(withSheet("12 × 12, score at 2", { from: 0, to: 7 }, "6 × 6")).toBe("6 × 6, score at 2");
    expect(withSheet("score at 2", null, "6 × 6")).toBe("6 × 6, score at 2");
    expect(withSheet(" ", null, "A4")).toBe("A4");
  });

  test("cut into phrases, no letter is lost and none is said twice", () => {
    const place = fc.tuple(fc.nat(30), fc.nat(8)).map(([from, long]) => ({ from, to: from + long }));
    const phrases = fc
      .array(place)
      .map((places) =>
        places
          .toSorted((one, other) => one.from - other.from)
          .map((own) => ({ place: own, says: "something" })),
      );
    fc.assert(
      fc.property(fc.string({ minLength: 40, maxLength: 60 }), phrases, (words, said) => {
        expect(
          stretches(words, said)
            .map(({ text }) => text)
            .join(""),
        ).toBe(words);
      }),
    );
  });
});
