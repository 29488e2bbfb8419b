// Changes travel as changes: what a part of the screen that lags behind makes of the brief it shows is carried over to the
// brief as it stands, field by field.

import type { Brief } from "../../api/client";

type Fields = Record<string, unknown>;

const isFields = (value: unknown): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

function carry(now: Fields, base: Fields, next: Fields): Fields {
  const made = { ...now };
  for (const field of new Set([...Object.keys(base), ...Object.keys(next)])) {
    if (same(base[field], next[field])) continue;
    const [was, is, here] = [base[field], next[field], now[field]];
    if (!(field in next)) delete made[field];
    else if (!isFields(was) || !isFields(is) || !isFields(here) || was.kind !== is.kind) made[field] = is;
    // What was said of one kind means nothing to the kind that stands there now.
    else if (here.kind === was.kind) made[field] = carry(here, was, is);
  }
  return made;
}

/** `now` with everything that differs between `base` and `next`; what was typed elsewhere meanwhile stays. */
export const rebase = (now: Brief, base: Brief, next: Brief): Brief =>
  carry(now as unknown as Fields, base as unknown as Fields, next as unknown as Fields) as unknown as Brief;
