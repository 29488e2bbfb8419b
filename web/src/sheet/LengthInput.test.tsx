// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, expect, test, vi } from "vitest";
import { LengthInput } from "./LengthInput";

afterEach(cleanup);

/** A field whose length is answered as the service would: what it cannot read is a fault. */
function Answered({ onChange }: { onChange: (text: string) => void }) {
  const [kept, setKept] = useState("6 1/2");
  const [error, setError] = useState<string>();
  return (
    <LengthInput
      id="height"
      figure="6½"
      editable={kept}
      steps={{ mm: 165.1, groove: 3.175 }}
      error={error}
      onChange={(text) => {
        onChange(text);
        const isLength = /^\d/.test(text);
        if (isLength) setKept(text);
        setError(isLength ? undefined : "That is no length.");
      }}
    />
  );
}

test("what is typed is asked for as it is typed, and Escape brings back what stood there", async () => {
  const asked = vi.fn();
  render(<Answered onChange={asked} />);
  const field = screen.getByRole<HTMLInputElement>("textbox");
  await userEvent.click(field);
  await userEvent.clear(field);
  await userEvent.type(field, "7 3");
  expect(asked.mock.calls.at(-1)).toEqual(["7 3"]);
  await userEvent.keyboard("{Escape}");
  expect(asked.mock.calls.at(-1)).toEqual(["6 1/2"]);
  expect(field.value).toBe("6 1/2");
});

test("what cannot be read stays where it was typed, marked as wrong, until it is mended", async () => {
  render(<Answered onChange={() => {}} />);
  const field = screen.getByRole<HTMLInputElement>("textbox");
  await userEvent.click(field);
  await userEvent.clear(field);
  await userEvent.type(field, "x7");
  await userEvent.tab();
  expect([field.value, field.getAttribute("aria-invalid")]).toEqual(["x7", "true"]);
  await userEvent.clear(field);
  await userEvent.type(field, "7");
  await userEvent.tab();
  expect([field.value, field.getAttribute("aria-invalid")]).toEqual(["7", null]);
});

test("arrow keys that come faster than answers go on from the last step", async () => {
  const asked = vi.fn();
  render(
    <LengthInput id="gusset" figure="2" editable="2" steps={{ mm: 50.8, groove: 3.175 }} onChange={asked} />,
  );
  await userEvent.click(screen.getByRole("textbox"));
  await userEvent.keyboard("{ArrowUp}{ArrowUp}{ArrowDown}{ArrowUp}");
  expect(asked.mock.calls.map(([text]) => parseFloat(text as string))).toEqual([
    53.975, 57.15, 53.975, 57.15,
  ]);
});
