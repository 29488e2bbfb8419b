// The shapes something can have, what is measured of each, and what has been typed as the service reads it.

import type { GiftText } from "../../api/client";
import type { ThingKind } from "../../words/kinds";

export type Kind = ThingKind;

export interface Typed {
  kind: Kind;
  /** What has been typed, by the name of the measure. */
  measures: Record<string, string>;
  /** True if something round is measured once round it. */
  byRound: boolean;
  /** True if it may not be laid on its side. */
  stands?: boolean;
  /** So many alike; one if nothing is said. */
  count?: number;
}

/** The most things in one bag. */
export const MOST = 6;

export type Together = NonNullable<GiftText["together"]>;

export const TOGETHER: Record<Together, string> = {
  side_by_side: "side by side",
  two_rows: "in two rows",
  stacked: "one upon the other",
};

/** Every thing by itself: for each the place of the form it was typed in. */
export const oneByOne = (things: Typed[]) =>
  things.flatMap((thing, form) => Array.from({ length: thing.count ?? 1 }, () => form));

interface Shape {
  name: string;
  says: string;
  measures: [field: string, name: string, hint: string][];
  /** A line drawing, 48 × 48. */
  drawing: string;
}

export const SHAPES: Record<Kind, Shape> = {
  box: {
    name: "Box",
    says: "flat sides",
    measures: [
      ["width", "Width", "4"],
      ["depth", "Depth", "3"],
      ["height", "Height", "5"],
    ],
    drawing: "M8 16l18-6 14 5v22l-16 7-16-6zM8 16l16 6 16-7M24 22v22",
  },
  cylinder: {
    name: "Jar or tumbler",
    says: "round, may lie",
    measures: [
      ["across", "Across", "3 1/2"],
      ["height", "Height", "4"],
    ],
    drawing: "M12 12a12 4 0 0 1 24 0v26a12 4 0 0 1-24 0zM12 12a12 4 0 0 0 24 0",
  },
  bottle: {
    name: "Bottle or vase",
    says: "round, has to stand",
    measures: [
      ["across", "Across", "2 1/2"],
      ["height", "Height", "7"],
    ],
    drawing: "M20 6h8v9c0 5 7 6 7 14v11a11 3.500 0 0 1-22 0V29c0-8 7-9 7-14z",
  },
  ball: {
    name: "Ball",
    says: "round all over",
    measures: [["across", "Across", "4"]],
    drawing: "M24 8a16 16 0 1 0 .1 0M10 30a14 5 0 0 0 28 0",
  },
  flat: {
    name: "Flat thing",
    says: "a tile, a plate, a book",
    measures: [
      ["width", "Width", "6"],
      ["height", "Height", "6"],
      ["thick", "Thickness", "1/2"],
    ],
    drawing: "M10 8h26v32H10zM36 8l4 3v32H14l-4-3",
  },
  odd: {
    name: "Odd thing",
    says: "how far it reaches",
    measures: [
      ["widest", "Widest", "5"],
      ["deepest", "Deepest", "4"],
      ["tallest", "Tallest", "6"],
    ],
    drawing: "M14 40c-6-9-2-14 3-17s0-13 8-15 12 5 9 12 6 7 5 13-13 12-25 7z",
  },
};

export const EMPTY: Typed = { kind: "cylinder", measures: {}, byRound: false };

/** The measure that is asked for, once round if that was measured. */
export const fieldOf = (thing: Typed, field: string) =>
  field === "across" && thing.byRound ? "round" : field;

/** What has been typed as the service reads it; nothing until every measure is there. */
export function asGift(things: Typed[], together: Together, room: string, headroom: string): GiftText | null {
  const read = things.map((thing) => {
    const fields = SHAPES[thing.kind].measures.map(([field]) => fieldOf(thing, field));
    const typed = fields.map((field): [string, string] => [field, thing.measures[field]?.trim() ?? ""]);
    if (typed.some(([, text]) => text === "")) return null;
    return { kind: thing.kind, ...Object.fromEntries(typed) } as GiftText["things"][number];
  });
  const all = read.filter((thing) => thing !== null);
  if (all.length < things.length || all.length === 0) return null;
  return {
    things: oneByOne(things).flatMap((form) => all[form] ?? []),
    together,
    ...(room.trim() && { room: room.trim() }),
    ...(headroom.trim() && { headroom: headroom.trim() }),
  };
}
