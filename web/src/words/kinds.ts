// What builds, handles, tops, closures and papers are, and what they are called in a sentence: maps over the unions that the service
// describes, so that a new one stops the compiler here. Nothing outside this file compares with one of their names.

import type { Brief, Build, GiftText, Joins, PaperText, Place } from "../api/client";

type Fittings = NonNullable<Brief["fittings"]>;
type Kind<T extends keyof Fittings> = NonNullable<
  NonNullable<Fittings[T]> extends { kind?: infer K } ? K : never
>;

export type BuildKind = Build["kind"];
export type Made<K extends BuildKind> = Extract<Build, { kind: K }>;
export type TopKind = NonNullable<NonNullable<Brief["top"]>["kind"]>;
export type BaseKind = NonNullable<NonNullable<Brief["base"]>["habit"]>;
export type CreaseKind = NonNullable<Brief["gusset_crease"]>;
export type HandleKind = Kind<"handle">;
export type BackingKind = Kind<"backing">;
export type ClosureKind = Kind<"closure">;
export type InsertKind = NonNullable<Fittings["insert"]>;
export type ExtraKind = NonNullable<Brief["extras"]>[number];
export type StockKind = NonNullable<PaperText["kind"]>;
export type JoinsKind = Joins["kind"];
export type ThingKind = GiftText["things"][number]["kind"];

/** A choice in a sentence: what is chosen, and its words. */
export type Words<T extends string> = [value: T, words: string][];

/** A map of words in its order, to choose from. */
export const optionsOf = <T extends string>(words: Record<T, string>) => Object.entries(words) as Words<T>;

interface BuildNature {
  name: string;
  /** Tabs or strips hold its seams. */
  hasSeams: boolean;
  hasGussets: boolean;
  /** Its base is made of flaps that are slit apart. */
  hasFlaps: boolean;
  /** Its run is cut at places of one's choice. */
  isCut: boolean;
}

export const BUILDS: Record<BuildKind, BuildNature> = {
  wrap: { name: "wrap", hasSeams: true, hasGussets: true, hasFlaps: true, isCut: false },
  corner_pair: { name: "corner pair", hasSeams: true, hasGussets: true, hasFlaps: true, isCut: false },
  cradle_pair: { name: "cradle pair", hasSeams: false, hasGussets: true, hasFlaps: true, isCut: false },
  joined: { name: "more pieces", hasSeams: true, hasGussets: true, hasFlaps: true, isCut: true },
  folded_base: { name: "folded base", hasSeams: true, hasGussets: true, hasFlaps: false, isCut: false },
  pleated_flare: { name: "pleated flare", hasSeams: false, hasGussets: false, hasFlaps: false, isCut: false },
};

/** How a brief is built; a wrap if it does not say. */
export const buildOf = (brief: Brief): Build => brief.build ?? { kind: "wrap" };
export const natureOf = (brief: Brief) => BUILDS[buildOf(brief).kind];

/** A build as a run that is cut, if it is one. */
export const asCut = (build: Build): Made<"joined"> | null => (build.kind === "joined" ? build : null);
/** A build as a flare, if it is one. */
export const asFlare = (build: Build): Made<"pleated_flare"> | null =>
  build.kind === "pleated_flare" ? build : null;

/** What is done with a build, by its kind. */
export type ByBuild<R> = { [K in BuildKind]: (build: Made<K>) => R };

/** Picks what is done with a build of its kind. */
export function byBuild<R>(build: Build, done: ByBuild<R>): R {
  const own = done[build.kind] as (build: Build) => R;
  return own(build);
}

export const TOPS: Record<TopKind, string> = {
  raw: "left raw",
  hem_in: "turned in (hidden, stronger lip)",
  hem_out: "turned out (a band of the reverse)",
  flap: "closed by a flap",
};

/** What a top is: a band turned over, a flap, or nothing; as one it keeps its figures when it is changed. */
const TOP_IS: Record<TopKind, "nothing" | "hem" | "flap"> = {
  raw: "nothing",
  hem_in: "hem",
  hem_out: "hem",
  flap: "flap",
};
export const topIs = (kind: TopKind | undefined) => TOP_IS[kind ?? "raw"];

export const BASES: Record<BaseKind, string> = {
  full: "full (four layers, strongest)",
  half_and_lap: "half-and-lap (saves paper)",
  fixed: "fixed by a guide",
  custom: "my own depth",
};
const LAPS: Record<BaseKind, boolean> = { full: false, half_and_lap: true, fixed: false, custom: false };
/** True for base flaps of which two lap each other by so much as is said. */
export const lapsAtBase = (kind: BaseKind | undefined) => LAPS[kind ?? "full"];

export const CREASES: Record<CreaseKind, string> = {
  none: "plain (square, always stands)",
  centre: "creased down the centre (the top pinches)",
  pair: "creased down the centre and at 45° (pinches neatly)",
  fold_flat_back: "creased to fold flat, across the back (the front stays clean)",
  fold_flat_both: "creased to fold flat, across both faces (folds either way)",
  fold_flat_unscored: "folded flat without a score (squeezed, and pressed where the paper resists)",
};

export const BACKINGS: Record<BackingKind, string> = {
  strip: "a strip of card behind",
  eyelets: "eyelets",
  none: "nothing (light things only)",
};

/** Whether something that holds the paper goes into holes. */
export const NEEDS_HOLES: Record<BackingKind, boolean> = { strip: false, eyelets: true, none: false };

export const CLOSURES: Record<ClosureKind, string> = {
  none: "stays open",
  clip: "is pinched and clipped",
  bow: "is pinched and tied with a bow",
  ribbon_through: "is closed by ribbon through holes in line",
  ribbon_round: "has ribbon tied round it",
  magnets: "is closed by a pair of magnets",
  tuck: "has its flap tucked in",
};

export const INSERTS: Record<InsertKind, string> = {
  none: "no insert",
  single: "an insert",
  double: "a double insert",
};

/** Small parts as they are asked for by themselves; nothing for those that come with what they are part of. */
export const EXTRAS: Record<ExtraKind, string | null> = {
  insert: "insert for the base",
  handle_strips: "two rolled handles",
  reinforcement: "two reinforcement strips",
  tag: "tag",
  mats: "two mats",
  strap: null,
  hangers: null,
  gusset_mats: null,
  flap_mat: null,
  band: null,
  pocket: null,
  template: null,
  medallion: null,
};

export const PLACES: Record<Place, string> = {
  left_back_corner: "left back corner",
  right_back_corner: "right back corner",
  left_front_corner: "left front corner",
  right_front_corner: "right front corner",
  left_gusset_centre: "centre of the left gusset",
  right_gusset_centre: "centre of the right gusset",
  inside_back: "inside the back",
  inside_front: "middle of the front",
};

interface StockNature {
  words: string;
  /** Its length is what is left of it, and it stands by itself. */
  isRoll: boolean;
}

export const STOCKS: Record<StockKind, StockNature> = {
  sheets: { words: "sheets", isRoll: false },
  pad: { words: "a pad", isRoll: false },
  roll: { words: "a roll", isRoll: true },
};
export const isRoll = (paper: Pick<PaperText, "kind">) => STOCKS[paper.kind ?? "sheets"].isRoll;

const HANDLED: Record<HandleKind, boolean> = {
  none: false,
  holed_ribbon: true,
  glued_ribbon: true,
  long_ribbon: true,
  strap: true,
  tube: true,
  hangers: true,
  hand_hole: true,
  gusset_ribbon: true,
};
/** True if a bag is carried by something. */
export const isHandled = (kind: HandleKind | undefined) => HANDLED[kind ?? "none"];

/** True if something may be laid on its side. */
export const MAY_LIE: Record<ThingKind, boolean> = {
  box: true,
  cylinder: true,
  bottle: false,
  ball: false,
  flat: true,
  odd: true,
};
