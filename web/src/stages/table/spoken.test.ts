import { expect, test } from "vitest";
import { spoken, spokenStep } from "./spoken";

test.each([
  [
    "Score at 2, 5¾ and 11½ from the left.",
    "Score at 2, 5 and three quarters and 11 and a half from the left.",
  ],
  ["3 1⁄16", "3 and 1 sixteenth"],
  ["5⁄64", "5 sixty-fourths"],
  ["12 × 8½", "12 by 8 and a half"],
  ["½", "a half"],
  ["45° creases", "45 degrees creases"],
])("%s is read as %s", (written, read) => {
  expect(spoken(written)).toBe(read);
});

test("a step is read with its caution", () => {
  expect(
    spokenStep({
      title: "Slit",
      says: ["Up to the base line."],
      check: "It stands.",
      caution: "Fresh blade.",
    }),
  ).toBe("Slit. Up to the base line.. Check: It stands.. Take care. Fresh blade.");
});
