// What is measured in, in words.

import type { Brief } from "../api/client";
import { entriesOf } from "./entries";

const WORDS: Record<NonNullable<Brief["unit"]>, string> = { inch: "inches", metric: "millimetres" };

/** In the order in which they are offered. */
export const UNITS = entriesOf(WORDS);
