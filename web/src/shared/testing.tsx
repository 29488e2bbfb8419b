// What tests of components share: a page of their own, with nothing kept from the one before.

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, configure, render } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { savers } from "./saving/savers";

// Cargo builds beside it: what takes a moment alone may take many.
configure({ asyncUtilTimeout: 20_000 });

/** What stands round every view: its own questions, and an address. */
export function around() {
  savers.close();
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>
      <MemoryRouter>{children}</MemoryRouter>
    </QueryClientProvider>
  );
}

export const show = (view: ReactNode) => render(view, { wrapper: around() });

/** A promise that is answered when the test says so. */
export function awaited<T>() {
  let answer!: (value: T) => void;
  let refuse!: (error: Error) => void;
  const promise = new Promise<T>((resolve, reject) => {
    answer = resolve;
    refuse = reject;
  });
  return { promise, answer, refuse };
}

/** Whatever has been answered has been taken note of: answers are told from one turn of the clockwork to the next. */
export const settle = () =>
  act(async () => {
    for (let turn = 0; turn < 5; turn += 1) await new Promise((resolve) => setTimeout(resolve));
  });
