// @vitest-environment jsdom
import { cleanup, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import type { PaperText } from "../../api/client";
import { show } from "../../shared/testing";

const api = vi.hoisted(() => ({
  listShelf: vi.fn(),
  listGuides: vi.fn(),
  addPaper: vi.fn(),
  updatePaper: vi.fn(),
  takePaper: vi.fn(),
}));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  ...api,
}));
const { ShelfView } = await import("./ShelfView");
const { Refused } = await import("../../api/client");
const { Unkept } = await import("../../shared/saving/Unkept");

let papers: PaperText[];
beforeEach(() => {
  papers = [{ name: "Speckled stoneware pad", width: "12 in", height: "12 in", count: 3 }];
  const shown = () =>
    papers.map((paper, id) => ({ id, revision: 1, paper, mm: [300, 300], size: "12×12", says: "", held: 0 }));
  api.listShelf.mockImplementation(() => Promise.resolve({ papers: shown(), unreadable: [] }));
  api.listGuides.mockResolvedValue({ guides: [], unreadable: [] });
  api.addPaper.mockImplementation((paper: PaperText) => Promise.resolve(papers.push(paper)));
  api.updatePaper.mockImplementation((_: number, __: number, paper: PaperText) => {
    papers[0] = paper;
    return Promise.resolve({});
  });
  api.takePaper.mockImplementation(() => {
    papers = [];
    return Promise.resolve({});
  });
});
afterEach(cleanup);

const focused = () =>
  document.activeElement?.getAttribute("aria-label") ?? document.activeElement?.textContent;

test("whoever goes by the keyboard goes on from what opened a form, kept or left", async () => {
  show(<ShelfView />);
  await userEvent.click(await screen.findByRole("button", { name: "Another paper" }));
  await userEvent.keyboard("Ash glaze card{Enter}");
  await screen.findByText("Ash glaze card");
  await waitFor(() => expect(focused()).toBe("Another paper"));
  await userEvent.click(screen.getByRole("button", { name: "Change Speckled stoneware pad" }));
  await userEvent.keyboard("{Escape}");
  await waitFor(() => expect(focused()).toBe("Change Speckled stoneware pad"));
  await userEvent.click(screen.getByRole("button", { name: "Take Speckled stoneware pad off the shelf" }));
  await waitFor(() => expect(screen.queryByText("Speckled stoneware pad")).toBeNull());
  await waitFor(() => expect(focused()).toBe("Papers"));
});

test("a sheet more is shown at once and kept when somebody answers, however often it was pressed meanwhile", async () => {
  let answers = false;
  api.updatePaper.mockImplementation((id: number, revision: number, paper: PaperText) => {
    if (!answers)
      return Promise.reject(new Refused({ type: "", title: "", status: 0, detail: "No answer." }));
    papers[0] = paper;
    return Promise.resolve({
      id,
      revision: revision + 1,
      paper,
      mm: [300, 300],
      size: "12×12",
      says: "",
      held: 0,
    });
  });
  show(
    <>
      <ShelfView />
      <Unkept />
    </>,
  );
  const more = await screen.findByRole("button", { name: "One Speckled stoneware pad more" });
  const count = () => screen.getByRole("group", { name: /How many/u }).querySelector("output")?.textContent;
  for (const shown of ["4", "5", "6"]) {
    await userEvent.click(more);
    expect(count()).toBe(shown);
  }
  await screen.findByText(/Kept in this browser/u);
  answers = true;
  await userEvent.click(screen.getByRole("button", { name: "One Speckled stoneware pad less" }));
  await waitFor(() => expect(papers[0]?.count).toBe(5));
  await waitFor(() => expect(screen.queryByText(/Kept in this browser/u)).toBeNull());
  expect(count()).toBe("5");
});
