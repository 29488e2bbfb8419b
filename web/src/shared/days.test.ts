import { describe, expect, it } from "vitest";
import { inDays, spokenDay } from "./days";

describe("days", () => {
  it("are counted where the crafter is, over the ends of months and years", () => {
    expect(inDays(1, new Date(2026, 11, 31, 23, 59))).toBe("2027-01-01");
    expect(inDays(0, new Date(2028, 1, 29, 0, 1))).toBe("2028-02-29");
  });

  it("are read with their weekday", () => {
    // 1 January 2000 was a Saturday.
    expect(spokenDay("2000-01-01")).toBe("Sat, 1 January".replace(",", ""));
    expect(spokenDay("soon")).toBe("soon");
  });
});
