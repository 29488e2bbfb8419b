// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { Refused } from "../../api/client";
import { awaited, settle, show } from "../../shared/testing";
import { PaperForm } from "./PaperForm";

afterEach(cleanup);

test("a paper that is sent twice is put on the shelf once, and one that is refused may be sent again", async () => {
  let reply = awaited<unknown>();
  const save = vi.fn(() => reply.promise);
  const close = vi.fn();
  show(<PaperForm action="Put it on the shelf" save={save} onClose={close} />);
  const form = screen.getByRole("form");
  fireEvent.submit(form);
  fireEvent.submit(form);
  expect(save).toHaveBeenCalledOnce();
  reply.refuse(new Refused({ type: "", title: "", status: 422, detail: "Say its width.", field: "width" }));
  await settle();
  expect([screen.getByRole("alert").textContent, close.mock.calls.length]).toEqual(["Say its width.", 0]);
  expect(screen.getByLabelText("Width").getAttribute("aria-invalid")).toBe("true");
  reply = awaited();
  fireEvent.submit(form);
  fireEvent.submit(form);
  reply.answer({});
  await settle();
  expect([save.mock.calls.length, close.mock.calls.length]).toEqual([2, 1]);
});
