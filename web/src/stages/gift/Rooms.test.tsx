// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { awaited, settle, show } from "../../shared/testing";

const { rooms, setRooms } = vi.hoisted(() => ({ rooms: vi.fn(), setRooms: vi.fn() }));
vi.mock("../../api/client", async (original) => ({
  ...(await original<typeof import("../../api/client")>()),
  rooms,
  setRooms,
}));

const { Refused } = await import("../../api/client");
const { Rooms } = await import("./Rooms");

type Set = Record<string, string>;
const customary: Set = { flat: "¼", round: "⅜", odd: "½", above: "1½" };
const answered = (set: Set) => ({ set, customary });

let sent: { body: Set; reply: ReturnType<typeof awaited<unknown>> }[];

beforeEach(() => {
  sent = [];
  rooms.mockResolvedValue(answered({}));
  setRooms.mockImplementation((body: Set) => {
    const reply = awaited<unknown>();
    sent.push({ body, reply });
    return reply.promise;
  });
});
afterEach(() => {
  cleanup();
  vi.resetAllMocks();
});

const field = (name: string) => screen.findByLabelText<HTMLInputElement>(name);
async function typed(name: string, text: string) {
  fireEvent.change(await field(name), { target: { value: text } });
  fireEvent.blur(await field(name));
  await settle();
}

test("what is typed while another field is being kept stays, and is kept after it", async () => {
  show(<Rooms />);
  await typed("Round flat sides", "1/2");
  await typed("Round what is round", "3/4");
  fireEvent.change(await field("Above"), { target: { value: "2" } });
  expect(sent.length).toBe(1);
  sent[0]?.reply.answer(answered(sent[0].body));
  await settle();
  expect(sent[1]?.body).toMatchObject({ flat: "1/2", round: "3/4" });
  sent[1]?.reply.answer(answered(sent[1].body));
  await settle();
  expect([(await field("Round what is round")).value, (await field("Above")).value]).toEqual(["3/4", "2"]);
  fireEvent.blur(await field("Above"));
  await settle();
  expect(sent[2]?.body).toMatchObject({ flat: "1/2", round: "3/4", above: "2" });
});

test("what could not be kept stays where it was typed, and goes again", async () => {
  show(<Rooms />);
  await typed("Above", "2");
  sent[0]?.reply.refuse(new Refused({ type: "", title: "", status: 0, detail: "No answer." }));
  await settle();
  expect([(await field("Above")).value, screen.getByRole("status").textContent]).toEqual([
    "2",
    "No answer. What you changed is kept in this browser, and saved as soon as it does.",
  ]);
  fireEvent.blur(await field("Above"));
  await settle();
  expect(sent[1]?.body).toMatchObject({ above: "2" });
});
