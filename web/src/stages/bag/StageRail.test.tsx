// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, expect, test } from "vitest";
import { STAGES, type Stage } from "../../words/stages";
import { StageRail } from "./StageRail";

afterEach(cleanup);

function Rail() {
  const [stage, setStage] = useState<Stage>("size");
  return <StageRail stage={stage} onStage={setStage} />;
}

test("arrows go through the stages in the order of the work, round and round, and take the focus with them", async () => {
  const user = userEvent.setup();
  render(<Rail />);
  const names = Object.values(STAGES);
  await user.tab();
  const tabs = screen.getAllByRole("tab");
  expect(tabs.map((tab) => tab.textContent)).toEqual(names);
  for (let step = 1; step <= names.length; step += 1) {
    await user.keyboard("{ArrowRight}");
    const tab = tabs[step % names.length]!;
    expect([document.activeElement, tab.getAttribute("aria-selected")]).toEqual([tab, "true"]);
    // One of them is reached with the tab key, and it is the one that is shown.
    expect(tabs.filter((own) => own.tabIndex === 0)).toEqual([tab]);
  }
  await user.keyboard("{ArrowLeft}");
  expect(document.activeElement).toBe(tabs.at(-1));
});
