import type { Brief } from "../../api/client";

/** The brief with one measurement set. Setting the base flap by hand makes it the crafter's own depth. */
export function withDimension(brief: Brief, field: string, text: string): Brief {
  switch (field) {
    case "finished.width":
      return { ...brief, finished: { ...brief.finished, width: text } };
    case "finished.height":
      return { ...brief, finished: { ...brief.finished, height: text } };
    case "finished.gusset":
      return { ...brief, finished: { ...brief.finished, gusset: text } };
    case "tab":
      return { ...brief, tab: text };
    case "base.depth": {
      const habit = brief.base?.habit === "fixed" ? "fixed" : "custom";
      return { ...brief, base: { habit, depth: text } };
    }
    case "top.depth":
      return { ...brief, top: { ...brief.top, depth: text } };
    case "build.pleat":
      return brief.build?.kind === "pleated_flare"
        ? { ...brief, build: { ...brief.build, pleat: text } }
        : brief;
    case "build.all_round.rise":
      return brief.build?.kind === "joined"
        ? { ...brief, build: { ...brief.build, all_round: { kind: "above", rise: text } } }
        : brief;
    default:
      return brief;
  }
}
