import type { Brief } from "../../api/client";
import { asCut, asFlare, buildOf } from "../../words/kinds";

/** The brief with one measurement set. Setting the base flap by hand makes it the crafter's own depth. */
export function withDimension(brief: Brief, field: string, text: string): Brief {
  const [flare, cut] = [asFlare(buildOf(brief)), asCut(buildOf(brief))];
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
      return flare ? { ...brief, build: { ...flare, pleat: text } } : brief;
    case "build.all_round.rise":
      return cut ? { ...brief, build: { ...cut, all_round: { kind: "above", rise: text } } } : brief;
    default:
      return brief;
  }
}
