// @vitest-environment jsdom
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { awaited, show } from "../../shared/testing";

const { addEntry, listBags, listShelf } = vi.hoisted(() => ({
  addEntry: vi.fn(),
  listBags: vi.fn(),
  listShelf: vi.fn(),
}));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  addEntry,
  listBags,
  listShelf,
}));

const { Refused } = await import("../../api/client");
const { EntryForm } = await import("./EntryForm");

beforeEach(() => {
  const slip = { readable: true, size: ["3¾", "6½", "2"], unit: "in" };
  const bags = [7, 8].map((id) => ({ id, name: `Bag ${id}`, revision: 1, slip, updated_at: "" }));
  listBags.mockResolvedValue({ bags, next: null, total: 2 });
  listShelf.mockResolvedValue({ papers: [] });
});
afterEach(() => {
  cleanup();
  vi.resetAllMocks();
});

const refusal = (type: string) => new Refused({ type, title: "", status: 422, detail: "Not as planned." });

async function opened() {
  const kept = vi.fn();
  show(<EntryForm onKept={kept} />);
  const done = await screen.findByRole("button", { name: "Into the journal" });
  return { kept, done };
}

test("what is far from the plan is kept only after a yes, and nothing typed is lost till then", async () => {
  const { kept, done } = await opened();
  await userEvent.selectOptions(screen.getByLabelText("Which bag"), "8");
  addEntry.mockRejectedValueOnce(refusal("/problems/far-from-planned")).mockResolvedValueOnce({ id: 1 });
  await userEvent.click(done);
  await userEvent.click(await screen.findByRole("button", { name: "It is right" }));
  await waitFor(() => expect(kept).toHaveBeenCalledOnce());
  const [first, second] = addEntry.mock.calls.map(([body]) => body as { sure: boolean });
  expect(second).toEqual({ ...first, sure: true });
  expect(first).toMatchObject({ bag: 8, sure: false });
  // The next bag is most likely one like it.
  expect(screen.getByLabelText<HTMLSelectElement>("Which bag").value).toBe("8");
  expect(screen.getByRole("status").textContent).toBe("Bag 8 is in the journal.");
});

test("what is typed for the next bag while one is being kept stays", async () => {
  const { done } = await opened();
  const reply = awaited<unknown>();
  addEntry.mockReturnValueOnce(reply.promise);
  await userEvent.click(screen.getByText("More about it"));
  await userEvent.type(screen.getByLabelText("Overlap at the seam"), "1/2");
  await userEvent.click(done);
  await userEvent.type(screen.getByLabelText("Holes off"), "1/8");
  await userEvent.click(done);
  expect(document.activeElement).toBe(done);
  expect(addEntry).toHaveBeenCalledOnce();
  reply.answer({ id: 1 });
  await waitFor(() => expect(screen.getByRole("status").textContent).toContain("in the journal"));
  const value = (name: string) => screen.getByLabelText<HTMLInputElement>(name).value;
  expect([value("Overlap at the seam"), value("Holes off")]).toEqual(["", "1/8"]);
});

test("another refusal offers no yes", async () => {
  const { kept, done } = await opened();
  addEntry.mockRejectedValueOnce(refusal("/problems/full-up"));
  await userEvent.click(done);
  expect((await screen.findByRole("alert")).textContent).toContain("Not as planned.");
  expect(screen.queryByRole("button", { name: "It is right" })).toBeNull();
  expect(kept).not.toHaveBeenCalled();
});

test("without a bag there is a way to draft one", async () => {
  listBags.mockResolvedValue({ bags: [], next: null, total: 0 });
  show(<EntryForm onKept={() => {}} />);
  const link = await screen.findByRole("link", { name: "Draft the first one." });
  expect(link.getAttribute("href")).toBe("/");
});
