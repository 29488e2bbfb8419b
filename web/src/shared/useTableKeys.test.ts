import { expect, test } from "vitest";
import { meant } from "./useTableKeys";

const key = (name: string, more = {}) => ({
  key: name,
  ctrlKey: false,
  altKey: false,
  metaKey: false,
  ...more,
});

test("arrows, page keys and space go on and back", () => {
  expect(["ArrowRight", "PageDown", " "].map((name) => meant(key(name), false))).toEqual(["on", "on", "on"]);
  expect(["ArrowLeft", "PageUp"].map((name) => meant(key(name), false))).toEqual(["back", "back"]);
});

test("space presses what has the focus; the page keys of a pedal go on wherever it is", () => {
  expect(meant(key(" "), true)).toBeNull();
  expect(meant(key("PageDown"), true)).toBe("on");
});

test("no letter does anything, and no key held with another", () => {
  for (const name of "abcdefghijklmnopqrstuvwxyz123456") expect(meant(key(name), false)).toBeNull();
  expect(meant(key("ArrowLeft", { altKey: true }), false)).toBeNull();
});
