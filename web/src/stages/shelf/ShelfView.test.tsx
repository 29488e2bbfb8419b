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
