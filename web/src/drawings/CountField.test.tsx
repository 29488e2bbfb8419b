// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { array, assert, constantFrom, integer, nat, oneof, property, string } from "fast-check";
import { useState } from "react";
import { afterEach, expect, test } from "vitest";
import { CountField } from "./CountField";

afterEach(cleanup);

function Counted({ least, most, first }: { least: number; most: number; first: number }) {
  const [count, setCount] = useState(first);
  return <CountField name="Bud vase" count={count} least={least} most={most} onCount={setCount} />;
}

test("whatever is pressed and typed, the number stays within its bounds and a press counts one", () => {
  const act = oneof(
    constantFrom("One Bud vase less", "One Bud vase more"),
    string({ maxLength: 5 }).map((typed) => ({ typed })),
    integer({ min: -5, max: 500 }).map((typed) => ({ typed: String(typed) })),
  );
  assert(
    property(nat(3), integer({ min: 3, max: 99 }), array(act, { maxLength: 12 }), (least, most, acts) => {
      render(<Counted least={least} most={most} first={3} />);
      const field = screen.getByLabelText<HTMLInputElement>("Number of Bud vase");
      for (const one of acts) {
        const before = Number(field.value);
        if (typeof one === "string") {
          fireEvent.click(screen.getByRole("button", { name: one }));
          const by = one.endsWith("more") ? 1 : -1;
          expect(Number(field.value)).toBe(Math.min(most, Math.max(least, before + by)));
        } else {
          fireEvent.change(field, { target: { value: one.typed } });
          expect(Number(field.value)).toBeGreaterThanOrEqual(least);
          expect(Number(field.value)).toBeLessThanOrEqual(most);
        }
      }
      cleanup();
    }),
    { numRuns: 40 },
  );
});
