// @vitest-environment jsdom
import { QueryClient } from "@tanstack/react-query";
import { expect, test, vi } from "vitest";

const { cutSheets, undoWork } = vi.hoisted(() => ({ cutSheets: vi.fn(), undoWork: vi.fn() }));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  cutSheets,
  undoWork,
}));
const { deedsHow } = await import("./keepers");

const cut = { key: "a", kind: "cut", body: { list: 0, lot: 0, done: 1 } } as const;
const undo = { key: "b", kind: "undo" } as const;

test("what was done on a run is sent in its order, and of a page that goes nothing overtakes the first", async () => {
  const sent: string[] = [];
  cutSheets.mockImplementation(() => new Promise((done) => setTimeout(() => done(sent.push("cut")), 5)));
  undoWork.mockImplementation(() => Promise.resolve({ says: `${sent.push("undo")}` }));
  const how = deedsHow(new QueryClient(), 1);
  const rest = { base: null, what: [] };
  await how.send([cut, undo], rest, [], { key: "x", leaving: false });
  expect(sent).toEqual(["cut", "undo"]);
  await how.send([cut, undo], rest, [], { key: "y", leaving: true });
  expect(sent).toEqual(["cut", "undo", "cut"]);
  // What was kept before is not sent again.
  await how.send([cut, undo], { base: null, what: [cut] }, [], { key: "z", leaving: false });
  expect(sent).toEqual(["cut", "undo", "cut", "undo"]);
});
