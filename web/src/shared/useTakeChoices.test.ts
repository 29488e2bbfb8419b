import { describe, expect, test } from "vitest";
import { ASKED, queryOf, type Choices } from "./useTakeChoices";

const usual: Choices = {
  paper: "",
  square: "",
  line: "",
  scoring: "pressed",
  dash: "3 mm",
  gap: "2 mm",
  up: "outside",
};

describe("what is asked for beside a file", () => {
  test("is nothing while everything is customary", () => {
    for (const taken of [...Object.keys(ASKED)] as (keyof typeof ASKED)[]) {
      expect(queryOf(usual, taken)).toBe("");
    }
  });

  test("is the paper and the measured square of a print, and of nothing else", () => {
    const chosen: Choices = { ...usual, paper: "a3", square: "1 15/16 in" };
    expect(queryOf(chosen, "print_at_one_to_one")).toBe("paper=a3&square=1+15%2F16+in");
    expect(queryOf(chosen, "machine")).toBe("");
    expect(queryOf(chosen, "lists")).toBe("");
  });

  test("is the dash and the gap only where folds are perforated", () => {
    expect(queryOf({ ...usual, dash: "5 mm" }, "machine")).toBe("");
    const chosen: Choices = { ...usual, scoring: "perforated", up: "inside" };
    expect(queryOf(chosen, "machine")).toBe("up=inside&scoring=perforated&dash=3+mm&gap=2+mm");
  });
});
